import { notFound } from "next/navigation";
import { stageData } from "@/record/stages/stage-data";
import { TensionPage } from "@/screens/tension/tension-page";

const Page = async ({ params }: { params: Promise<{ id: string }> }) => {
  const data = await stageData("tension", (await params).id);
  return data ? <TensionPage initial={data} /> : notFound();
};
export default Page;
