"use client";
import { useRef, useState } from "react";

interface ListImportProps {
  /** What is chosen: customers, readings. */
  readonly label: string;
  /** Takes the file; with `?take=yes` for good, else only tells what it would change. */
  readonly to: string;
  readonly className: string;
  /** Kinds of file, as a browser asks for them; a table unless said. */
  readonly accept?: string;
  readonly onTaken: () => void;
}

interface Told {
  readonly taken: boolean;
  readonly errors: readonly { readonly line: number; readonly message: string }[];
  readonly changes: readonly string[];
  readonly lines: number;
  /** What must be said before it can be taken, and what can be said. */
  readonly asks?: readonly string[];
  readonly choices?: readonly { readonly say: string; readonly label: string }[];
}

/** As many as are read before a decision. */
const SHOWN = 12;

/** A list from a file: what it would change is told first, what is wrong by its line. */
export const ListImport = ({ label, to, className, accept = ".csv,text/csv", onTaken }: ListImportProps) => {
  const [told, setTold] = useState<(Told & { file: File; said: string }) | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  const lastAsked = useRef(0);
  const read = async (file: File, take: boolean, said = "") => {
    const query = [take ? "take=yes" : "", said].filter(Boolean).join("&");
    lastAsked.current++;
    const asked = lastAsked.current;
    // What one file comes to does not stand in the place of what was given since.
    const show = (to: typeof told) => asked === lastAsked.current && setTold(to);
    try {
      const response = await fetch(`${to}${query ? `?${query}` : ""}`, { method: "POST", body: file });
      const answer = await response.json();
      if (!response.ok) {
        show(null);
        return setMessage(answer.error?.message ?? "not read");
      }
      if (answer.taken || asked === lastAsked.current) setMessage(answer.taken ? `${answer.lines} lines taken.` : null);
      show(answer.taken ? null : { file, said, ...answer });
      if (answer.taken) onTaken();
    } catch {
      setMessage("The record does not answer; look whether the list was taken, and give it again when it does.");
    }
  };
  const rest = (all: readonly unknown[]) => (all.length > SHOWN ? <li>and {all.length - SHOWN} more</li> : null);
  return (
    <>
      <label className={`${className} cursor-pointer focus-within:outline-3`}>
        <span>{label}</span>
        <b className="underline">choose</b>
        <input
          type="file"
          accept={accept}
          className="sr-only"
          onChange={(e) => {
            const file = e.target.files?.[0];
            e.target.value = "";
            if (file) void read(file, false);
          }}
        />
      </label>
      {message && (
        <p role="status" className="px-4 py-2 text-lg font-bold">
          {message}
        </p>
      )}
      {told && (
        <section aria-label="what the list would change" className="border-b-2 border-ink px-4 py-3 text-lg">
          {told.errors.length > 0 ? (
            <>
              <p className="font-bold">Nothing was taken; {told.file.name} must be mended first:</p>
              <ul>
                {told.errors.slice(0, SHOWN).map((e) => (
                  <li key={`${e.line}${e.message}`}>
                    line {e.line}: {e.message}
                  </li>
                ))}
                {rest(told.errors)}
              </ul>
            </>
          ) : told.asks ? (
            <>
              <p className="font-bold">What is meant?</p>
              <ul>
                {told.asks.slice(0, SHOWN).map((a) => (
                  <li key={a}>{a}</li>
                ))}
                {rest(told.asks)}
              </ul>
              {told.choices?.map(({ say, label: what }) => (
                <button
                  key={say}
                  type="button"
                  onClick={() => void read(told.file, false, say)}
                  className="mt-2 min-h-14 w-full border border-ink text-xl"
                >
                  {what}
                </button>
              ))}
            </>
          ) : (
            <>
              <p className="font-bold">
                {told.lines} lines; {told.changes.length === 0 ? "they change nothing." : "they would change:"}
              </p>
              <ul>
                {told.changes.slice(0, SHOWN).map((c) => (
                  <li key={c}>{c}</li>
                ))}
                {rest(told.changes)}
              </ul>
              {told.changes.length > 0 && (
                <button
                  type="button"
                  onClick={() => void read(told.file, true, told.said)}
                  className="mt-2 min-h-14 w-full bg-ink text-xl text-paper"
                >
                  take the list
                </button>
              )}
            </>
          )}
          <button type="button" onClick={() => setTold(null)} className="mt-2 min-h-12 w-full border border-ink">
            leave it
          </button>
        </section>
      )}
    </>
  );
};
