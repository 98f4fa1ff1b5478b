import { ListsPage } from "@/ui/lists/lists-page";

export default function Lists() {
  return <ListsPage />;
}
