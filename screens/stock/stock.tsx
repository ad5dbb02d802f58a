"use client";
import { useState } from "react";
import { readLength } from "@/core/units/read-number";
import type { StockLine } from "@/formats/stock-csv";
import { EntryBar } from "../parts/bench/entry-bar";
import { GaugePicture } from "../parts/bench/gauge-picture";
import { DoubtFlag } from "../parts/bench/ledger-panel";
import { ShopBar } from "../parts/frame/shop-bar";
import { saidOf } from "../parts/kept/sent";
import { send } from "../parts/kept/use-enter";
import { useRefresh } from "../parts/kept/use-refresh";
import { ListImport } from "../parts/lists/list-import";

type Drawer = StockLine & { readonly id: string };
const LIST_ROW = "flex min-h-12 items-center justify-between gap-4 border-b border-grid px-4 text-base";

/** What a new drawer is asked, one thing after the other. */
const ASKS = [
  { key: "name", prompt: "what is in it", how: "as you would ask for it: stainless, 95° bend", kind: "text" },
  { key: "size", prompt: "length, mm", how: "of a spoke; thread of a nipple; thickness of a washer", kind: "number" },
  {
    key: "diameter",
    prompt: "thickness, mm",
    how: "wire; hole of a washer; nothing if it does not matter",
    kind: "number",
  },
  { key: "place", prompt: "where it lies", how: "drawer, shelf", kind: "text" },
  { key: "reorderAt", prompt: "order again at", how: "pieces left; 0 for never", kind: "number" },
  { key: "held", prompt: "how many", how: "counted now", kind: "number" },
] as const;

/** So many pieces more, or fewer, in a drawer. */
const countDrawer = (drawerId: string, change: number, note: string) =>
  send({
    what: "other",
    jobId: null,
    url: `/api/stock/${drawerId}/moves`,
    body: { id: crypto.randomUUID(), change, note },
    words: `${Math.abs(change)} ${change < 0 ? "taken from" : "put in"} a drawer`,
  });

/** Spokes, nipples, washers: what lies where, what runs short; a list in and out. */
export const Stock = ({ stock }: { stock: readonly Drawer[] }) => {
  const refresh = useRefresh();
  const [message, setMessage] = useState<string | null>(null);
  const [fresh, setFresh] = useState<{ readonly kind: Drawer["kind"]; readonly answers: readonly string[] } | null>(
    null,
  );
  const [moving, setMoving] = useState<{ readonly drawer: Drawer; readonly sign: 1 | -1 } | null>(null);
  const asked = fresh ? ASKS[fresh.answers.length] : null;

  const answer = async (typed: string) => {
    if (!fresh || !asked) return;
    if (asked.kind === "number" && typed !== "") {
      const read = readLength(typed);
      if (!read.ok) return setMessage(read.message);
      if ((asked.key === "held" || asked.key === "reorderAt") && !Number.isInteger(read.value))
        return setMessage(`“${typed}” is no count; a whole number will do`);
    }
    if (asked.key === "name" && typed === "") return setMessage("say what is in the drawer");
    setMessage(null);
    const answers = [...fresh.answers, typed];
    if (answers.length < ASKS.length) return setFresh({ ...fresh, answers });
    const number = (i: number) => {
      const read = readLength(answers[i] || "0");
      return answers[i] === "" || !read.ok ? null : read.mm;
    };
    const id = crypto.randomUUID();
    const drawer = {
      id,
      kind: fresh.kind,
      name: answers[0],
      size: number(1),
      diameter: number(2),
      pitch: null,
      place: answers[3],
      reorderAt: number(4) ?? 0,
    };
    const sent = await send({ what: "other", jobId: null, url: "/api/stock", body: drawer, words: "a new drawer" });
    if (sent.state === "refused") return setMessage(sent.message);
    const counted = await countDrawer(id, number(5) ?? 0, "counted");
    setMessage(saidOf(counted));
    setFresh(null);
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
    <div className="flex h-dvh flex-col">
      <ShopBar current="/stock" title="Stock" />
      <div className="flex h-12 shrink-0 items-center gap-4 border-b border-grid px-4">
        <a href="/api/stock/list" className="ml-auto flex min-h-12 items-center text-base underline">
          save as a list
        </a>
      </div>
      <main className="min-h-0 flex-1 overflow-y-auto">
        <ListImport label="take a list" to="/api/stock/list" className={LIST_ROW} onTaken={refresh} />
        {stock.length === 0 && <p className="p-6 text-2xl">No drawer yet. Choose below what the first one holds.</p>}
        <ul>
          {stock.map((s) => (
            <li key={s.id} className="flex min-h-16 items-center gap-4 border-b border-grid px-4">
              <span className="w-20 text-base">{s.kind}</span>
              <b className="w-24 text-right font-mono text-2xl">{s.size ?? ""}</b>
              <span className="min-w-0 flex-1">
                <span className="block truncate text-xl">{s.name}</span>
                <span className="block text-base">
                  {[s.diameter ? `thickness ${s.diameter}` : "", s.place].filter(Boolean).join(", ")}
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
                  onClick={() => {
                    setFresh(null);
                    setMessage(null);
                    setMoving({ drawer: s, sign });
                  }}
                >
                  {sign > 0 ? "came in" : "taken"}
                </button>
              ))}
            </li>
          ))}
        </ul>
      </main>
      {message && !asked && !moving && (
        <p role="status" className="border-t border-grid px-4 py-2 text-lg font-bold">
          {message}
        </p>
      )}
      {asked ? (
        <EntryBar
          key={asked.key}
          prompt={
            asked.key === "size" && fresh?.kind !== "spoke"
              ? fresh?.kind === "washer"
                ? "thickness, mm"
                : "thread, mm"
              : asked.prompt
          }
          how={asked.how}
          picture={
            <GaugePicture
              picture={fresh?.kind === "spoke" ? "old-spoke" : fresh?.kind === "nipple" ? "nipple" : "washer"}
            />
          }
          kind={asked.kind}
          message={message}
          onTake={answer}
          onLater={asked.key === "name" ? undefined : () => void answer("")}
          onClose={() => setFresh(null)}
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
        <section aria-label="a new drawer" className="flex h-18 shrink-0 items-stretch border-t-2 border-ink">
          <span className="flex items-center px-4 text-xl font-bold">A new drawer:</span>
          {(["spoke", "nipple", "washer"] as const).map((kind) => (
            <button
              key={kind}
              type="button"
              className="flex-1 border-l border-rule text-2xl outline-offset-[-6px]"
              onClick={() => {
                setMessage(null);
                setFresh({ kind, answers: [] });
              }}
            >
              {kind}s
            </button>
          ))}
        </section>
      )}
    </div>
  );
};
