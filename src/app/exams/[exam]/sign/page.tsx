import { SignScreen } from "@/ui/sign/sign-screen";

export const metadata = { title: "Sign · Dust Lantern" };

export default function SignPage() {
  return <SignScreen />;
}
