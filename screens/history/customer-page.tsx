import type { KnownCustomer } from "@/core/shop/known";
import { placeWords, type WheelPlace } from "@/core/shop/machine-words";
import { PageLink } from "@/screens/parts/frame/page-link";
import { ShopBar } from "../parts/frame/shop-bar";
import { SamePerson } from "./same-person";

interface CustomerPageProps {
  readonly id: string;
  /** Who may be the same person, written otherwise. */
  readonly alike: readonly KnownCustomer[];
  readonly name: string;
  readonly telephone: string;
  readonly wheels: readonly {
    readonly id: string;
    readonly mark: string;
    readonly machine: string;
    readonly place: WheelPlace;
    readonly visits: number;
    readonly last: string | null;
  }[];
}

/** A customer's wheels, each with how often it was here. */
export const CustomerPage = ({ id, name, telephone, wheels, alike }: CustomerPageProps) => (
  <div className="flex h-dvh flex-col overflow-y-auto">
    <ShopBar current="" title={name || "no name"} />
    <main className="min-h-60 flex-1 overflow-y-auto">
      <p className="px-4 py-3 text-xl">{telephone}</p>
      <ul>
        {wheels.map((w) => (
          <li key={w.id}>
            <PageLink
              href={`/wheels/${w.id}`}
              className="grid min-h-16 grid-cols-[7rem_minmax(0,1fr)_12rem] items-center gap-4 border-b border-grid px-4 text-lg"
            >
              <b className="font-mono text-xl">{w.mark}</b>
              <span className="truncate">
                {w.machine}
                {placeWords(w.place) && `, ${placeWords(w.place)}`}
              </span>
              <span className="text-right">
                {w.visits} {w.visits === 1 ? "visit" : "visits"}
                {w.last ? `, ${w.last}` : ""}
              </span>
            </PageLink>
          </li>
        ))}
      </ul>
      {alike.length > 0 && <SamePerson id={id} name={name} alike={alike} />}
    </main>
  </div>
);
