"use client";
import { useEffect } from "react";

/** What belongs together, chosen by a row of keys; arrow keys move along it, Page Up and Page Down from anywhere. */
export const Tabs = <K extends string>({
  tabs,
  current,
  onChange,
  pages = false,
}: {
  tabs: readonly { readonly key: K; readonly label: string; readonly doubted?: boolean }[];
  current: K;
  onChange: (key: K) => void;
  /** Page Up and Page Down turn these over. */
  pages?: boolean;
}) => {
  useEffect(() => {
    if (!pages) return;
    const press = (e: KeyboardEvent) => {
      const step = e.key === "PageDown" ? 1 : e.key === "PageUp" ? -1 : 0;
      if (step === 0 || e.repeat) return;
      e.preventDefault();
      const at = tabs.findIndex((g) => g.key === current);
      onChange(tabs[(at + step + tabs.length) % tabs.length].key);
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  });
  return (
    <div role="tablist" className="flex max-w-full min-w-0 shrink-0 items-stretch overflow-x-auto border-b border-ink">
      {tabs.map((g, i) => (
        <button
          key={g.key}
          type="button"
          role="tab"
          aria-selected={g.key === current}
          tabIndex={g.key === current ? 0 : -1}
          onClick={() => onChange(g.key)}
          onKeyDown={(e) => {
            const step = e.key === "ArrowRight" ? 1 : e.key === "ArrowLeft" ? -1 : 0;
            if (step === 0) return;
            const to = tabs[(i + step + tabs.length) % tabs.length];
            onChange(to.key);
            const keys = e.currentTarget.parentElement?.children;
            (keys?.[tabs.indexOf(to)] as HTMLElement | undefined)?.focus();
          }}
          ref={g.key === current ? (el) => el?.scrollIntoView({ block: "nearest", inline: "nearest" }) : undefined}
          className={`min-h-12 flex-[1_0_auto] border-r border-grid px-2 text-base whitespace-nowrap last:border-r-0 ${g.key === current ? "bg-ink text-paper" : ""}`}
        >
          {g.label}
          {g.doubted && <span className="sr-only">, in doubt</span>}
          {g.doubted && " ?"}
        </button>
      ))}
    </div>
  );
};
