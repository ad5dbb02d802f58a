import { type HandbookPlace, handbookAddress } from "@/core/shop/handbook";
import { PageLink } from "./page-link";

/** Where the handbook gives the reasons of what stands here. */
export const InHandbook = ({ at, say = "why: the handbook" }: { at: HandbookPlace; say?: string }) => (
  <PageLink
    href={handbookAddress(at)}
    className="inline-flex min-h-12 items-center text-base underline decoration-rule underline-offset-4"
  >
    {say}
  </PageLink>
);
