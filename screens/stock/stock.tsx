"use client";
import { useState } from "react";
import { readLength } from "@/core/units/read-number";
import type { StockLine } from "@/formats/lists/stock";
import { EntryBar } from "../parts/bench/entry-bar";
import { GaugePicture } from "../parts/bench/gauge-picture";
import { DoubtFlag } from "../parts/bench/ledger-panel";
import { ShopBar } from "../parts/frame/shop-bar";
import { AT_FIRST, useIsDrawn } from "../parts/frame/use-is-drawn";
import { saidOf } from "../parts/kept/sent";
import { send } from "../parts/kept/use-enter";
import { useRefresh } from "../parts/kept/use-refresh";
import { ListImport } from "../parts/lists/list-import";
import { countDrawer } from "./count-drawer";
import { useNewDrawer } from "./use-new-drawer";

type Drawer = StockLine & { readonly id: string };
const LIST_ROW = "flex min-h-12 items-center justify-between gap-4 border-b border-grid px-4 text-base";

/** Spokes, nipples, washers: what lies where, what runs short; a list in and out. */
export const Stock = ({ stock }: { stock: readonly Drawer[] }) => {
  const refresh = useRefresh();
  const drawn = useIsDrawn();
  const [message, setMessage] = useState<string | null>(null);
  const fresh = useNewDrawer(setMessage, refresh);
  const { asked } = fresh;
  const [moving, setMoving] = useState<{ readonly drawer: Drawer; readonly sign: 1 | -1 } | null>(null);
  const [pricing, setPricing] = useState<Drawer | null>(null);
  const price = async (typed: string) => {
    if (!pricing) return;
    const read = readLength(typed);
    if (typed !== "" && (!read.ok || read.value < 0)) return setMessage(`“${typed}” is no price; 1.35 will do`);
    const body = { id: crypto.randomUUID(), price: typed === "" || !read.ok ? null : read.value, seen: pricing.price };
    const words = `the price of ${pricing.name}`;
    const sent = await send({ what: "other", jobId: null, url: `/api/stock/${pricing.id}/price`, body, words });
    setMessage(saidOf(sent));
    if (sent.state === "refused") return;
    setPricing(null);
    refresh();
  };
  const move = async (typed: string) => {
    if (!moving) return;
    const read = readLength(typed);
    if (!read.ok) return setMessage(read.message);
    if (!Number.isInteger(read.value) || read.value <= 0)
      return setMessage(`“${typed}” is no count; a whole number will do`);
    const sent = await countDrawer(moving.drawer.id, moving.sign * read.value, "");
    setMessage(saidOf(sent));
    if (sent.state === "refused") return;
    setMoving(null);
    refresh();
  };
  return (
    <div className="flex h-dvh flex-col overflow-y-auto">
      <ShopBar current="/stock" title="Stock" />
      <div className="flex h-12 shrink-0 items-center gap-4 border-b border-grid px-4">
        <a href="/api/stock/list" className="ml-auto flex min-h-12 items-center text-base underline">
          save as a list
        </a>
      </div>
      <main className="min-h-60 flex-1 overflow-y-auto">
        <ListImport label="take a list" to="/api/stock/list" className={LIST_ROW} onTaken={refresh} />
        {stock.length === 0 && <p className="p-6 text-2xl">No drawer yet. Choose below what the first one holds.</p>}
        <ul>
          {(drawn ? stock : stock.slice(0, AT_FIRST)).map((s) => (
            <DrawerRow
              key={s.id}
              drawer={s}
              onMove={(sign) => {
                fresh.putAway();
                setMessage(null);
                setPricing(null);
                setMoving({ drawer: s, sign });
              }}
              onPrice={() => {
                fresh.putAway();
                setMessage(null);
                setMoving(null);
                setPricing(s);
              }}
            />
          ))}
        </ul>
      </main>
      {message && !asked && !moving && !pricing && (
        <p role="status" className="border-t border-grid px-4 py-2 text-lg font-bold">
          {message}
        </p>
      )}
      {asked ? (
        <NewDrawerEntry fresh={fresh} asked={asked} message={message} />
      ) : pricing ? (
        <EntryBar
          key={`${pricing.id}price`}
          prompt={`${pricing.size ?? ""} ${pricing.name}: price of one`}
          how="to a customer, without tax; empty for none"
          kind="number"
          message={message}
          onTake={(typed) => void price(typed)}
          onClose={() => setPricing(null)}
        />
      ) : moving ? (
        <EntryBar
          key={`${moving.drawer.id}${moving.sign}`}
          prompt={`${moving.drawer.size ?? ""} ${moving.drawer.name}: ${moving.sign > 0 ? "came in" : "taken"}`}
          how={`${moving.drawer.held} held`}
          kind="number"
          message={message}
          onTake={move}
          onClose={() => setMoving(null)}
        />
      ) : (
        <NewDrawer
          onKind={(kind) => {
            setMessage(null);
            fresh.begin(kind);
          }}
        />
      )}
    </div>
  );
};

interface DrawerRowProps {
  readonly drawer: Drawer;
  readonly onMove: (sign: 1 | -1) => void;
  readonly onPrice: () => void;
}

const DrawerRow = ({ drawer: s, onMove, onPrice }: DrawerRowProps) => (
  <li className="flex min-h-16 items-center gap-4 border-b border-grid px-4 max-sm:portrait:flex-wrap max-sm:portrait:gap-x-3 max-sm:portrait:py-1">
    <span className="w-20 text-base">{s.kind}</span>
    <b className="w-24 text-right font-mono text-2xl">{s.size ?? ""}</b>
    <span className="min-w-0 flex-1 max-sm:portrait:basis-40">
      <span className="block truncate text-xl">{s.name}</span>
      <span className="block text-base">
        {[s.diameter ? `thickness ${s.diameter}` : "", s.place].filter(Boolean).join(", ")}{" "}
        <button
          type="button"
          className="min-h-12 px-1 underline decoration-rule"
          aria-label={`${s.size ?? ""} ${s.name}: price`}
          onClick={onPrice}
        >
          {s.price === null ? "price?" : `${s.price.toFixed(2)} each`}
        </button>
      </span>
    </span>
    {s.held <= s.reorderAt && (
      <span className="flex items-center gap-2 text-base">
        <DoubtFlag /> order again
      </span>
    )}
    <b className="w-20 text-right font-mono text-3xl">{s.held}</b>
    {([1, -1] as const).map((sign) => (
      <button
        key={sign}
        type="button"
        className="min-h-14 min-w-20 border border-rule text-lg"
        aria-label={`${s.size ?? ""} ${s.name}: ${sign > 0 ? "came in" : "taken"}`}
        onClick={() => onMove(sign)}
      >
        {sign > 0 ? "came in" : "taken"}
      </button>
    ))}
  </li>
);

const PICTURE = { spoke: "old-spoke", nipple: "nipple", washer: "washer" } as const;
const SIZE_PROMPT = { spoke: null, nipple: "thread, mm", washer: "thickness, mm" } as const;

interface NewDrawerEntryProps {
  readonly fresh: ReturnType<typeof useNewDrawer>;
  readonly asked: NonNullable<ReturnType<typeof useNewDrawer>["asked"]>;
  readonly message: string | null;
}

const NewDrawerEntry = ({ fresh, asked, message }: NewDrawerEntryProps) => {
  const { kind } = fresh;
  return (
    <EntryBar
      key={asked.key}
      prompt={(asked.key === "size" && kind && SIZE_PROMPT[kind]) || asked.prompt}
      how={asked.how}
      picture={kind && <GaugePicture picture={PICTURE[kind]} />}
      kind={asked.kind}
      message={message}
      onTake={(typed) => void fresh.answer(typed)}
      onLater={asked.key === "name" ? undefined : () => void fresh.answer("")}
      onClose={fresh.putAway}
    />
  );
};

const NewDrawer = ({ onKind }: { onKind: (kind: Drawer["kind"]) => void }) => (
  <section
    aria-label="a new drawer"
    className="flex min-h-18 shrink-0 items-stretch border-t-2 border-ink max-sm:portrait:flex-wrap"
  >
    <span className="flex items-center px-4 text-xl font-bold max-sm:portrait:min-h-12 max-sm:portrait:basis-full">
      A new drawer:
    </span>
    {(["spoke", "nipple", "washer"] as const).map((kind) => (
      <button
        key={kind}
        type="button"
        className="flex-1 border-l border-rule text-2xl outline-offset-[-6px] max-sm:portrait:min-h-14"
        onClick={() => onKind(kind)}
      >
        {kind}s
      </button>
    ))}
  </section>
);
