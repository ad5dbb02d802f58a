"use client";
import { useEffect, useRef } from "react";

interface LineFieldProps {
  readonly label: string;
  readonly value: string;
  readonly onType: (typed: string) => void;
  readonly kind?: "text" | "password" | "pin" | "code";
  readonly complete?: string;
  readonly first?: boolean;
}

/** One thing asked in words. */
export const LineField = ({ label, value, onType, kind = "text", complete = "off", first }: LineFieldProps) => {
  const input = useRef<HTMLInputElement>(null);
  // The page is for this alone.
  useEffect(() => {
    if (first) input.current?.focus();
  }, [first]);
  return (
    <label className="flex flex-col gap-1 text-lg">
      {label}
      <input
        ref={input}
        type={kind === "password" || kind === "pin" ? "password" : "text"}
        inputMode={kind === "pin" ? "numeric" : undefined}
        autoComplete={complete}
        autoCapitalize={kind === "code" ? "characters" : kind === "text" ? "words" : "none"}
        spellCheck={false}
        maxLength={kind === "pin" ? 4 : 200}
        className={`min-h-14 border border-rule bg-paper px-3 text-2xl ${kind === "code" ? "font-mono tracking-widest uppercase" : ""}`}
        value={value}
        onChange={(e) => onType(e.target.value)}
      />
    </label>
  );
};
