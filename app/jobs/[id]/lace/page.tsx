import { notFound } from "next/navigation";
import { stageData } from "@/record/stages/stage-data";
import { LacePage } from "@/screens/lace/lace-page";

const Page = async ({ params }: { params: Promise<{ id: string }> }) => {
  const data = await stageData("lace", (await params).id);
  return data ? <LacePage initial={data} /> : notFound();
};
export default Page;
