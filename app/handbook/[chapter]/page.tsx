import { notFound } from "next/navigation";
import { isChapter } from "@/core/shop/handbook";
import { handbookText, titleOf } from "@/formats/handbook";
import { HandbookPage } from "@/screens/handbook/handbook-page";
import { chapters } from "../chapters";

const Page = async ({ params }: { readonly params: Promise<{ chapter: string }> }) => {
  const { chapter } = await params;
  if (!isChapter(chapter)) notFound();
  const text = handbookText(chapter);
  return <HandbookPage text={text} title={titleOf(text)} chapters={chapters()} current={chapter} />;
};
export default Page;
