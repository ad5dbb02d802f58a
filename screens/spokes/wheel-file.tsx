"use client";
import { useState } from "react";
import { BadInput } from "@/core/wheel/bad-input";
import { type WheelChange, wheelChanges } from "@/core/wheel/wheel-changes";
import type { Wheel } from "@/core/wheel/wheel-file";
import { InHandbook } from "../parts/frame/in-handbook";
import { changeRecord } from "../parts/kept/change-record";
import { getJson } from "../parts/kept/get-json";
import { lookAgain } from "../parts/kept/look-again";
import { saidOf } from "../parts/kept/sent";

/** A wheel file that was opened, and what it would change. */
interface OfferedFile {
  readonly name: string;
  readonly document: unknown;
  readonly changes: readonly WheelChange[];
  /** Paths nothing here knows: a slip in a name, or of a later version. */
  readonly passedOver: readonly string[];
}

/** What a wheel file changes about the wheel held; the reader of such files comes with the first that is opened. */
const changesBy = async (held: unknown, document: unknown) => {
  const { readWheel } = await import("@/core/wheel/wheel-file");
  const { passedOver } = await import("@/core/wheel/passed-over");
  let before: Wheel | null = null;
  try {
    before = readWheel(held);
  } catch {
    // The figures make no wheel yet: all of the file is new.
  }
  const becomes = readWheel(document);
  return { changes: wheelChanges(before, becomes), passedOver: passedOver(document, becomes) };
};

/** A wheel file opened for a job: what it would change is told before it is taken. */
export const useWheelFile = (jobId: string, onSay: (message: string | null) => void) => {
  const [offered, setOffered] = useState<OfferedFile | null>(null);
  const openFile = async (file: File) => {
    let document: unknown;
    try {
      document = JSON.parse((await file.text()).replace(/^\uFEFF/, ""));
    } catch {
      return onSay(`${file.name} is a file of another kind; a wheel file is JSON and says "tall-compass/wheel"`);
    }
    try {
      const held = await getJson<unknown>(`/api/jobs/${jobId}/wheel-file`);
      setOffered({ name: file.name, document, ...(await changesBy(held, document)) });
      onSay(null);
    } catch (error) {
      setOffered(null);
      onSay(error instanceof BadInput ? `${file.name}: ${error.path} ${error.message}` : `${file.name} is not read`);
    }
  };
  const takeFile = async () => {
    if (!offered) return;
    const sent = await changeRecord(`/api/jobs/${jobId}/wheel-file`, offered.document);
    const wrong = saidOf(sent);
    const field = sent.state === "refused" ? `${sent.field ?? ""} ` : "";
    onSay(wrong ? `${offered.name}: ${field}${wrong}` : `${offered.name} is taken as this wheel.`);
    setOffered(null);
    lookAgain(jobId);
  };
  return { offered, openFile, takeFile, leave: () => setOffered(null) };
};

/** What a wheel file would change, before it is taken. */
export const WhatChanges = ({
  offered,
  onLeave,
  onTake,
}: {
  offered: OfferedFile;
  onLeave: () => void;
  onTake: () => void;
}) => (
  <section aria-label="what the wheel file would change" className="border-t border-grid px-4 py-2 text-lg">
    <p className="font-bold">
      {offered.changes.length === 0
        ? `${offered.name} is this wheel as it is.`
        : `${offered.name} would change ${offered.changes.length === 1 ? "one figure" : `${offered.changes.length} figures`}:`}
    </p>
    <InHandbook at="files#a-wheel-file-by-hand" say="how a wheel file is written: the handbook" />
    {offered.passedOver.length > 0 && (
      <p>
        Nothing here knows {offered.passedOver.slice(0, 6).join(", ")}
        {offered.passedOver.length > 6 ? ` and ${offered.passedOver.length - 6} more` : ""}; look for a slip in the
        name.
      </p>
    )}
    <ul className="max-h-40 overflow-y-auto">
      {offered.changes.map((c) => (
        <li key={c.path}>
          {c.path}: <b className="font-mono">{c.was}</b> becomes <b className="font-mono">{c.becomes}</b>
        </li>
      ))}
    </ul>
    <div className="flex gap-3 pt-2">
      <button type="button" onClick={onLeave} className="min-h-14 flex-1 border border-ink">
        leave it
      </button>
      {offered.changes.length > 0 && (
        <button type="button" onClick={onTake} className="min-h-14 flex-[2] bg-ink text-xl text-paper">
          take it as this wheel
        </button>
      )}
    </div>
  </section>
);
