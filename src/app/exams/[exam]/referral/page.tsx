import { ReferralScreen } from "@/ui/referral/referral-screen";

export const metadata = { title: "Referral · Dust Lantern" };

export default function ReferralPage() {
  return <ReferralScreen />;
}
