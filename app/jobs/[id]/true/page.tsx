import { notFound } from "next/navigation";
import { stageData } from "@/record/stages/stage-data";
import { TruePage } from "@/screens/true/true-page";

interface PageProps {
  readonly params: Promise<{ id: string }>;
  readonly searchParams: Promise<{ read?: string }>;
}

const Page = async ({ params, searchParams }: PageProps) => {
  const data = await stageData("true", (await params).id);
  return data ? <TruePage initial={data} readNow={(await searchParams).read === "now"} /> : notFound();
};
export default Page;
