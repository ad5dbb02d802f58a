import { notFound } from "next/navigation";
import { stageData } from "@/record/stages/stage-data";
import { Spokes } from "@/screens/spokes/spokes";

const Page = async ({ params }: { params: Promise<{ id: string }> }) => {
  const data = await stageData("spokes", (await params).id);
  return data ? <Spokes initial={data} /> : notFound();
};
export default Page;
