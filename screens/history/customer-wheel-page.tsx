import type { Sheet } from "@/core/sheet/sheet";
import { SheetOnPage } from "../hand-back/sheet-on-page";

interface CustomerWheelPageProps {
  readonly wheel: {
    readonly mark: string;
    readonly machine: string;
    readonly here: { readonly since: string; readonly promised: string | null } | null;
    readonly visits: readonly { readonly jobId: string; readonly sheet: Sheet }[];
  };
  readonly shop: { readonly name: string; readonly address: string };
  readonly token: string;
}

const day = (iso: string): string =>
  new Date(`${iso}T12:00:00`).toLocaleDateString("en-GB", { day: "numeric", month: "long", year: "numeric" });

/** A customer's own wheel: where it is, and each time it was handed back, as the paper of that day says it. */
export const CustomerWheelPage = ({ wheel: { mark, machine, here, visits }, shop, token }: CustomerWheelPageProps) => (
  <main className="mx-auto max-w-4xl p-4 text-lg sm:p-8">
    <title>{`Wheel ${mark}`}</title>
    <header className="pb-4">
      <h1 className="text-3xl font-bold">
        Wheel {mark}
        {machine && `, ${machine}`}
      </h1>
      <p>{[shop.name, shop.address].filter(Boolean).join(", ")}</p>
    </header>
    {here && (
      <p className="border-y border-rule py-3 text-xl">
        It is in the workshop since {day(here.since)}
        {here.promised ? `, promised for ${day(here.promised)}` : ""}.
      </p>
    )}
    {visits.length === 0 && !here && <p>It was not handed back yet.</p>}
    {visits.map(({ jobId, sheet }) => (
      <section key={jobId} aria-label={`handed back ${sheet.date}`} className="pt-6">
        <div className="flex flex-wrap items-baseline justify-between gap-x-6">
          <h2 className="text-2xl font-bold">Handed back {day(sheet.date)}</h2>
          <a href={`/w/${token}/sheet/${jobId}`} className="inline-flex min-h-12 items-center underline">
            the same to print (PDF)
          </a>
        </div>
        <SheetOnPage sheet={sheet} />
      </section>
    ))}
  </main>
);
