import { Ellipsis } from "lucide-react";
import type { ComponentProps } from "react";
import { Button } from "../primitives/button";

/** Opens what is done less often, with the menu or before it is there. */
export const MoreButton = (props: ComponentProps<typeof Button>) => (
  <Button big className="px-3!" aria-haspopup="menu" {...props}>
    <Ellipsis aria-hidden size={20} /> More
  </Button>
);
