import { notFound } from "next/navigation";
import { WheelPage } from "@/screens/history/wheel-page";
import { wheelHistory } from "@/store/wheel-history";

export const dynamic = "force-dynamic";

const Page = async ({ params }: { params: Promise<{ id: string }> }) => {
  const history = await wheelHistory((await params).id);
  if (!history) notFound();
  return <WheelPage history={history} />;
};
export default Page;
