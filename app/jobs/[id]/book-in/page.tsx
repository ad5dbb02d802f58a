import { notFound } from "next/navigation";
import { stageData } from "@/record/stages/stage-data";
import { BookIn } from "@/screens/book-in/book-in";

const Page = async ({ params }: { params: Promise<{ id: string }> }) => {
  const data = await stageData("book-in", (await params).id);
  return data ? <BookIn initial={data} /> : notFound();
};
export default Page;
