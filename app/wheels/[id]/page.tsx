import { notFound } from "next/navigation";
import { wheelHistory } from "@/record/history";
import { WheelPage } from "@/screens/history/wheel-page";

export const dynamic = "force-dynamic";

const Page = async ({ params }: { params: Promise<{ id: string }> }) => {
  const history = await wheelHistory((await params).id);
  if (!history) notFound();
  return <WheelPage history={history} />;
};
export default Page;
