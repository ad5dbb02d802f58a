"use client";
import { Command } from "cmdk";
import { useRouter } from "next/navigation";
import { Dialog } from "radix-ui";
import { useEffect, useState } from "react";
import type { Found } from "@/core/shop/found";
import { STAGES } from "@/core/wheel/stages";

const COMMANDS = [
  { label: "all jobs", href: "/" },
  { label: "diary: what to do now, what is promised", href: "/diary" },
  { label: "stock", href: "/stock" },
  { label: "settings: shop, hours, sides, theme", href: "/settings" },
  { label: "handbook: why, schools, cautions, trouble, words", href: "/handbook" },
  // No page of the application: the browser opens or keeps it.
  { label: "diary as a calendar file", href: "/diary.ics", file: true },
] as const;

/** One box for customer, machine, mark, spoke length and note, and every place by keyboard: Ctrl K, or a tap. */
export const FindBox = () => {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState("");
  const [found, setFound] = useState<readonly Found[]>([]);
  const [recent, setRecent] = useState<readonly Found[]>([]);
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      if (e.key.toLowerCase() !== "k" || !(e.ctrlKey || e.metaKey)) return;
      e.preventDefault();
      setOpen((was) => !was);
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, []);
  useEffect(() => {
    try {
      setRecent(JSON.parse(localStorage.getItem("tall-compass-recent") ?? "[]"));
    } catch {
      setRecent([]);
    }
  }, []);
  useEffect(() => {
    // What the last letters found must not be taken for what these find.
    setFound([]);
    if (typed.trim() === "") return;
    let there = true;
    // A tenth of a second after the last letter: nobody types a name in one stroke.
    const wait = setTimeout(() => {
      void fetch(`/api/find?q=${encodeURIComponent(typed)}`)
        .then(async (r) => (r.ok ? ((await r.json()) as Found[]) : []))
        .catch(() => [])
        .then((list) => there && setFound(list));
    }, 100);
    return () => {
      there = false;
      clearTimeout(wait);
    };
  }, [typed]);
  const go = (href: string, job?: Found) => {
    if (job) {
      const list = [job, ...recent.filter((r) => r.jobId !== job.jobId)].slice(0, 6);
      localStorage.setItem("tall-compass-recent", JSON.stringify(list));
      setRecent(list);
    }
    setOpen(false);
    setTyped("");
    router.push(href);
  };
  const here = typeof window === "undefined" ? null : /^\/jobs\/([0-9a-f-]{36})/.exec(window.location.pathname)?.[1];
  const item =
    "flex min-h-12 cursor-pointer items-center gap-4 border-b border-grid px-4 text-lg data-[selected=true]:bg-ink data-[selected=true]:text-paper";
  const words = typed.trim().toLowerCase();
  const commands = COMMANDS.filter((c) => words === "" || c.label.includes(words));
  const jobs = words === "" ? recent : found;
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="min-w-24 border-l border-rule px-4 text-lg">find</Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-ink/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-16 left-1/2 z-40 w-[46rem] max-w-[96vw] -translate-x-1/2 border-2 border-ink bg-paper"
        >
          <Dialog.Title className="sr-only">find</Dialog.Title>
          <Command shouldFilter={false} label="find">
            <Command.Input
              value={typed}
              onValueChange={setTyped}
              placeholder="customer, machine, mark, 168mm, a word of a note"
              className="h-16 w-full border-b border-ink bg-paper px-4 text-2xl outline-none"
            />
            <Command.List className="max-h-[26rem] overflow-y-auto">
              {jobs.length === 0 && words !== "" && commands.length === 0 && (
                <p className="px-4 py-3 text-lg">Nothing goes by that.</p>
              )}
              {jobs.map((f) => (
                <Command.Item
                  key={f.jobId}
                  value={f.jobId}
                  onSelect={() => go(f.finished && !f.putAway ? `/wheels/${f.wheelId}` : `/jobs/${f.jobId}/book-in`, f)}
                  className={item}
                >
                  <b className="w-24 font-mono">{f.mark}</b>
                  <span className="min-w-0 flex-1 truncate">{f.machine}</span>
                  <span className="truncate">
                    {f.customer}
                    {f.putAway ? ", put away" : f.finished ? ", handed back" : ""}
                  </span>
                </Command.Item>
              ))}
              {here &&
                STAGES.filter((s) => words !== "" && s.startsWith(words)).map((s) => (
                  <Command.Item key={s} value={s} onSelect={() => go(`/jobs/${here}/${s}`)} className={item}>
                    this wheel: {s.replace("-", " ")}
                  </Command.Item>
                ))}
              {commands.map((c) => (
                <Command.Item
                  key={c.href}
                  value={c.label}
                  onSelect={() => ("file" in c ? window.open(c.href) : go(c.href))}
                  className={item}
                >
                  {c.label}
                </Command.Item>
              ))}
            </Command.List>
          </Command>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
};
