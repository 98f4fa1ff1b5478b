import { NothingHere } from "@/ui/shell/loaded";

export default function NotFoundPage() {
  return <NothingHere />;
}
