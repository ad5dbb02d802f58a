"use client";
import { useState } from "react";
import { readLength } from "@/core/units/read-number";
import type { StockLine } from "@/formats/lists/stock";
import { saidOf } from "../parts/kept/sent";
import { send } from "../parts/kept/use-enter";
import { countDrawer } from "./count-drawer";

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

/** What is in a drawer that is being put in. */
interface Fresh {
  readonly kind: StockLine["kind"];
  readonly answers: readonly string[];
}

/** A new drawer, asked one thing after the other; put down once all is answered. */
export const useNewDrawer = (setMessage: (message: string | null) => void, done: () => void) => {
  const [fresh, setFresh] = useState<Fresh | null>(null);
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
    done();
  };
  return {
    ...{ asked, answer },
    kind: fresh?.kind ?? null,
    begin: (kind: StockLine["kind"]) => setFresh({ kind, answers: [] }),
    putAway: () => setFresh(null),
  };
};
