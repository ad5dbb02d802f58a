"use client";
import { useState } from "react";
import { checkPoints, hungWeight } from "@/core/tension/gauge-table";
import type { ForceUnit } from "@/core/units/forces";
import { readForce } from "@/core/units/read-force";
import { readLength } from "@/core/units/read-number";
import { changeRecord } from "../parts/kept/change-record";
import { saidOf } from "../parts/kept/sent";
import type { GaugeOnBench } from "./gauge-on-bench";

/** What is asked of a gauge or its table, one thing after another. */
export type Asking =
  | { readonly what: "gauge" }
  | { readonly what: "spoke"; readonly gauge: string }
  | { readonly what: "reading"; readonly by: "force" | "weight" }
  | { readonly what: "force" | "weight"; readonly reading: number };

interface GaugeEntryOptions {
  readonly table: GaugeOnBench | null;
  readonly unit: ForceUnit;
  readonly onChoose: (id: string) => void;
  readonly onChanged: () => void;
}

/** A new gauge, or more lines of a table: as they are typed, or all from a file. */
export const useGaugeEntry = ({ table, unit, onChoose, onChanged }: GaugeEntryOptions) => {
  const [asking, setAsking] = useState<Asking | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  const [errors, setErrors] = useState<readonly { readonly line: number; readonly message: string }[]>([]);
  const save = async (next: GaugeOnBench): Promise<boolean> => {
    const sent = await changeRecord("/api/gauges", next);
    setMessage(saidOf(sent));
    if (sent.state !== "taken") return false;
    onChoose(next.id);
    onChanged();
    return true;
  };
  const take = async (typed: string) => {
    if (!asking) return;
    if (asking.what === "gauge") {
      if (typed === "") return setMessage("a name, such as “long arm, own”");
      setMessage(null);
      return setAsking({ what: "spoke", gauge: typed });
    }
    if (asking.what === "spoke") {
      if (typed === "") return setMessage("for which spokes it holds, such as “3.66 plain steel”");
      if (await save({ id: crypto.randomUUID(), gauge: asking.gauge, spoke: typed, points: [], version: 0 }))
        setAsking(null);
      return;
    }
    const read = asking.what === "force" ? readForce(typed, unit) : readLength(typed, "mm");
    if (!read.ok) return setMessage(read.message);
    if (asking.what === "reading") {
      setMessage(null);
      return setAsking({ what: asking.by, reading: read.value });
    }
    if (!table) return;
    const tension = "newton" in read ? read.newton : hungWeight(read.value);
    const points = [...table.points.filter((p) => p.reading !== asking.reading), { reading: asking.reading, tension }];
    const wrong = checkPoints(points);
    if (wrong) return setMessage(wrong);
    points.sort((a, b) => a.reading - b.reading);
    if (await save({ ...table, points })) setAsking({ what: "reading", by: asking.what });
  };
  const fromFile = async (file: File | undefined) => {
    if (!file || !table) return;
    const response = await fetch(`/api/gauges/${table.id}/list?take=yes`, { method: "POST", body: file });
    const answer = await response.json();
    if (!response.ok) return setMessage(answer.error?.message ?? "not taken");
    setErrors(answer.errors);
    setMessage(answer.taken ? `${answer.lines} lines taken` : "nothing was taken");
    if (answer.taken) onChanged();
  };
  return {
    ...{ asking, message, errors, take, fromFile },
    ask: (what: Asking | null) => {
      setMessage(null);
      setAsking(what);
    },
  };
};
