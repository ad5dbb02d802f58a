import { notFound } from "next/navigation";
import { stageData } from "@/record/stages/stage-data";
import { Measure } from "@/screens/measure/measure";

const Page = async ({ params }: { params: Promise<{ id: string }> }) => {
  const data = await stageData("measure", (await params).id);
  return data ? <Measure initial={data} /> : notFound();
};
export default Page;
