import Markdown, { type Components } from "react-markdown";
import rehypeSlug from "rehype-slug";
import remarkGfm from "remark-gfm";
import { addressOf } from "@/core/shop/handbook";
import { PageLink } from "../parts/frame/page-link";
import { ShopBar } from "../parts/frame/shop-bar";

interface HandbookPageProps {
  readonly text: string;
  readonly title: string;
  /** Every chapter, and which is open; null on the way in. */
  readonly chapters: readonly { readonly name: string; readonly title: string }[];
  readonly current: string | null;
}

/** How what is written is set; nothing else of it is let through. */
const SET: Components = {
  h1: ({ children }) => <h1 className="pb-3 text-3xl font-bold">{children}</h1>,
  h2: ({ id, children }) => (
    <h2
      id={id}
      className="scroll-mt-4 pt-6 pb-2 text-xl font-bold target:mt-4 target:bg-ink target:px-2 target:py-1 target:text-paper"
    >
      {children}
    </h2>
  ),
  p: ({ children }) => <p className="max-w-prose pb-3 text-lg leading-relaxed">{children}</p>,
  ul: ({ children }) => <ul className="max-w-prose list-disc pb-3 pl-6 text-lg leading-relaxed">{children}</ul>,
  ol: ({ children }) => <ol className="max-w-prose list-decimal pb-3 pl-6 text-lg leading-relaxed">{children}</ol>,
  li: ({ children }) => <li className="pb-1">{children}</li>,
  a: ({ href = "", children }) => (
    <PageLink href={addressOf(href)} className="underline underline-offset-4">
      {children}
    </PageLink>
  ),
  img: ({ src, alt }) => (
    // biome-ignore lint/performance/noImgElement: made small already, kept by the worker as it is
    <img src={addressOf(String(src ?? ""))} alt={alt} className="my-3 w-full max-w-3xl border border-grid" />
  ),
  table: ({ children }) => (
    <div className="overflow-x-auto pb-4">
      <table className="min-w-full border-collapse text-base">{children}</table>
    </div>
  ),
  th: ({ children }) => <th className="border-b-2 border-ink py-2 pr-4 text-left align-bottom">{children}</th>,
  td: ({ children }) => <td className="min-w-32 border-b border-grid py-2 pr-4 align-top">{children}</td>,
  code: ({ children }) => <code className="font-mono text-[0.95em]">{children}</code>,
  pre: ({ children }) => (
    <pre className="my-3 max-w-3xl overflow-x-auto border border-grid p-3 text-base">{children}</pre>
  ),
};

/** One chapter of the handbook beside the list of all. */
export const HandbookPage = ({ text, title, chapters, current }: HandbookPageProps) => (
  <div className="flex h-dvh flex-col">
    <ShopBar current="/handbook" title={current === null ? "Handbook" : `Handbook: ${title}`} />
    <div className="flex min-h-0 flex-1 portrait:flex-col">
      <nav
        aria-label="chapters"
        className="w-60 shrink-0 overflow-y-auto border-r border-grid portrait:flex portrait:w-full portrait:overflow-x-auto portrait:border-r-0 portrait:border-b"
      >
        {chapters.map((c) => (
          <PageLink
            key={c.name}
            href={`/handbook/${c.name}`}
            aria-current={c.name === current ? "page" : undefined}
            className={`flex min-h-12 shrink-0 items-center px-4 text-lg ${c.name === current ? "bg-ink text-paper" : ""}`}
          >
            {c.title}
          </PageLink>
        ))}
      </nav>
      <main className="min-h-0 flex-1 overflow-y-auto px-6 py-5 max-sm:px-4">
        <Markdown remarkPlugins={[remarkGfm]} rehypePlugins={[rehypeSlug]} components={SET}>
          {text}
        </Markdown>
      </main>
    </div>
  </div>
);
