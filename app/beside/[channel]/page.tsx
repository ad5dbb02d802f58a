import type { Metadata } from "next";
import { EarBeside } from "@/screens/beside/ear-beside";

export const dynamic = "force-dynamic";
export const metadata: Metadata = { title: "Listening – Tall Compass" };

const Page = async ({ params }: { params: Promise<{ channel: string }> }) => (
  <EarBeside channel={(await params).channel} />
);
export default Page;
