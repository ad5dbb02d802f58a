"use client";
import { DEED_WORDS, type Deed } from "@/core/shop/deeds";
import type { Role } from "@/core/shop/roles";
import { ShopBar } from "../parts/frame/shop-bar";
import { DevicesList, type ShownDevice } from "./devices-list";
import { LetIn } from "./let-in";
import { PeopleList } from "./people-list";

interface PeoplePageProps {
  readonly owner: boolean;
  readonly mayLetIn: boolean;
  /** This device's own id. */
  readonly here: string;
  readonly people: readonly { readonly id: string; readonly name: string; readonly role: Role }[];
  readonly devices: readonly ShownDevice[];
  readonly deeds: readonly Deed[];
  /** Where the shop is reached by its name, and by number. */
  readonly addresses: readonly string[];
}

const HEADING = "px-4 pt-5 pb-1 font-bold";

/** Who works here, the devices that are let in, and who did what that matters. */
export const PeoplePage = ({ owner, mayLetIn, here, people, devices, deeds, addresses }: PeoplePageProps) => (
  <div className="flex h-dvh flex-col overflow-y-auto">
    <ShopBar current="/settings" title="People and devices" />
    <main className="grid min-h-60 flex-1 grid-cols-2 portrait:block">
      <div className="min-h-0 overflow-y-auto border-r border-grid portrait:overflow-visible portrait:border-r-0">
        <h2 className={HEADING}>Who works here</h2>
        <PeopleList people={people} owner={owner} />
        {owner && (
          <>
            <h2 className={HEADING}>Who did what</h2>
            <ol>
              {deeds.map((d) => (
                <li key={d.id} className="border-b border-grid px-4 py-2 text-base">
                  {d.at} <b>{d.who === "" ? "nobody yet" : d.who}</b> {DEED_WORDS[d.what]}
                  {d.about !== "" && `: ${d.about}`} ({d.device})
                </li>
              ))}
            </ol>
            <a href="/api/deeds" className="flex min-h-14 items-center justify-between px-4 text-lg">
              <span>all of it (CSV)</span>
              <b className="underline">save</b>
            </a>
          </>
        )}
      </div>
      <div className="min-h-0 overflow-y-auto portrait:overflow-visible">
        {mayLetIn ? (
          <>
            <h2 className={HEADING}>Let a device in</h2>
            <LetIn addresses={addresses} />
            <h2 className={HEADING}>Devices that are in</h2>
            <DevicesList devices={devices} here={here} owner={owner} />
          </>
        ) : (
          <p className="p-4 text-lg">A builder or the owner lets further devices in.</p>
        )}
      </div>
    </main>
  </div>
);
