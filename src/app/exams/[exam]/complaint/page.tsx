import { ComplaintScreen } from "@/ui/complaint/complaint-screen";

export const metadata = { title: "Complaint · Dust Lantern" };

export default function ComplaintPage() {
  return <ComplaintScreen />;
}
