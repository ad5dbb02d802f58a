import { notFound } from "next/navigation";
import { stageData } from "@/record/stages/stage-data";
import { HandBack } from "@/screens/hand-back/hand-back";

const Page = async ({ params }: { params: Promise<{ id: string }> }) => {
  const data = await stageData("hand-back", (await params).id);
  return data ? <HandBack initial={data} /> : notFound();
};
export default Page;
