"use client";
import { PageLink } from "@/screens/parts/frame/page-link";
import { KeptNote } from "../kept/kept-note";
import { AtKey } from "./at-key";
import { CompassMark } from "./compass-mark";
import { FindBox } from "./find-box";

const PLACES = [
  { href: "/", label: "Jobs" },
  { href: "/diary", label: "Diary" },
  { href: "/stock", label: "Stock" },
  { href: "/figures", label: "Figures" },
  { href: "/settings", label: "Settings" },
] as const;

/** The top of the places beside the jobs: where one is, the others, and the one box that finds everything. */
export const ShopBar = ({ current, title }: { current: string; title: string }) => (
  <>
    <title>{title === "Tall Compass" ? title : `${title} – Tall Compass`}</title>
    <header className="flex min-h-16 shrink-0 items-stretch border-b-2 border-ink max-sm:portrait:flex-wrap">
      <h1 className="flex min-w-0 items-center gap-3 truncate px-4 text-2xl font-bold max-sm:portrait:min-h-14 max-sm:portrait:flex-1">
        <CompassMark />
        <span className="truncate">{title}</span>
      </h1>
      <nav
        aria-label="places"
        className="ml-auto flex items-stretch max-sm:portrait:order-last max-sm:portrait:min-h-12 max-sm:portrait:basis-full"
      >
        {PLACES.map((p) => (
          <PageLink
            key={p.href}
            href={p.href}
            aria-current={p.href === current ? "page" : undefined}
            className={`flex min-w-20 items-center justify-center border-b-4 px-3 text-lg max-sm:portrait:min-w-12 max-sm:portrait:flex-auto max-sm:portrait:px-0.5 max-sm:portrait:text-[0.9rem] ${p.href === current ? "border-ink font-bold" : "border-transparent"}`}
          >
            {p.label}
          </PageLink>
        ))}
      </nav>
      <FindBox />
      <AtKey className="border-l border-grid" />
    </header>
    <KeptNote />
  </>
);
