import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { customerWheel } from "@/record/customer-wheel";
import { CustomerWheelPage } from "@/screens/history/customer-wheel-page";
import { readSettings } from "@/store/settings";

export const dynamic = "force-dynamic";
/** Found by nobody who was not told, and told to no other page. */
export const metadata: Metadata = { robots: { index: false, follow: false }, referrer: "no-referrer" };

const Page = async ({ params }: { readonly params: Promise<{ readonly token: string }> }) => {
  const { token } = await params;
  const wheel = await customerWheel(token);
  if (!wheel) notFound();
  const { shopName, shopAddress } = await readSettings();
  return <CustomerWheelPage wheel={wheel} shop={{ name: shopName, address: shopAddress }} token={token} />;
};
export default Page;
