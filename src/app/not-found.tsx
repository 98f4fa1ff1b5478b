import { NothingHere } from "@/ui/shell/nothing-here";

export default function NotFoundPage() {
  return <NothingHere />;
}
