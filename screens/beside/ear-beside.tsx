"use client";
import { useEffect, useRef, useState } from "react";
import type { WalkShown } from "@/core/beside/words";
import type { Told } from "@/core/tension/ear/listen";
import type { NoteRange } from "@/core/tension/ear/pluck";
import { useBeside } from "../parts/kept/beside";
import { KeptNote } from "../parts/kept/kept-note";
import { useAwake } from "../parts/walk/use-walk-keys";
import { Loudness } from "../tension/loudness";
import { useEar } from "../tension/use-ear";
import { Photograph } from "./photograph";

/** Until the walk says which spoke it stands at: whatever a spoke can sound in, Hz. */
const ANY: NoteRange = { low: 100, high: 3000 };

/** This device hears, and photographs, for a walk that another one shows. */
export const EarBeside = ({ channel }: { channel: string }) => {
  const [walk, setWalk] = useState<WalkShown | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  const [note, setNote] = useState<string | null>(null);
  const now = useRef<WalkShown | null>(null);
  now.current = walk;
  const { hearing, say } = useBeside(channel, "walk", (shown) => {
    if (shown.spoke !== now.current?.spoke) setNote(null);
    setWalk(shown);
  });
  const heard = async (told: Told) => {
    if (told.heard.what === "refused" && told.kind === "early") return;
    if (told.heard.what === "note")
      setNote(`${Math.round(told.heard.frequency)} Hz${told.kind === "early" ? " …" : ""}`);
    const sent = await say({ from: "ear", spoke: now.current?.spoke ?? 0, told });
    if (told.kind === "final")
      setMessage(sent ? null : "the shop does not answer; this one was not taken, pluck it again");
  };
  const ear = useEar(walk?.range ?? ANY, (told) => void heard(told));
  const opened = useRef(false);
  useEffect(() => {
    if (opened.current) return;
    opened.current = true;
    void ear.openMicrophone();
  });
  useEffect(() => {
    if (hearing) void say({ from: "ear", spoke: 0, told: null });
  }, [hearing, say]);
  useAwake();
  const trouble =
    message ??
    (!hearing
      ? "the shop does not answer yet"
      : ear.state === "no microphone"
        ? "no microphone to be had: let this page use it, in the browser’s own settings"
        : null);
  return (
    <main className="flex h-dvh flex-col">
      <header className="flex min-h-14 items-center justify-between border-b-2 border-ink px-4 text-lg">
        <h1 className="truncate font-bold">{walk ? walk.job : "Listening"}</h1>
        <span className="shrink-0">{hearing && ear.state === "listening" ? "listening" : ""}</span>
      </header>
      <KeptNote />
      <div className="flex min-h-0 flex-1 flex-col justify-center gap-4 px-6">
        <p className="flex items-baseline gap-6">
          <span className="font-mono text-[120px] leading-none" data-testid="beside-spoke">
            {walk ? walk.spoke : "–"}
          </span>
          <span className="text-4xl">{walk?.side}</span>
        </p>
        <p className="min-h-14 font-mono text-5xl font-bold" data-testid="beside-heard">
          {note ?? ""}
        </p>
        <p className="text-xl">
          {trouble ? (
            <b role="alert">{trouble}</b>
          ) : walk ? (
            walk.last || "Lay it near the rim; pluck at the spoke the other device shows."
          ) : (
            "The walk is not open on the other device any more; open it there, and point this one’s camera at it again."
          )}
        </p>
        <Loudness level={ear.level} />
        <label className="flex min-h-14 cursor-pointer items-center justify-center border border-rule text-lg focus-within:outline-3">
          hear a WAV file
          <input
            type="file"
            accept="audio/*,.wav"
            className="sr-only"
            onChange={async (e) => {
              const file = e.target.files?.[0];
              if (file) setMessage(await ear.hearFile(await file.arrayBuffer(), false));
            }}
          />
        </label>
      </div>
      {walk && <Photograph jobId={walk.jobId} spoke={walk.spoke} />}
    </main>
  );
};
