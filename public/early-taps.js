// A page is drawn before its program has come: a tap or a key in between would be lost without a word. It is kept here
// and done, in order, when the page says that it is awake (screens/parts/late-letters.tsx). While entries of an earlier
// page wait to be sent the page is held back and says so (app/globals.css): it will be loaded anew from the record.
(() => {
  const page = document.documentElement;
  try {
    if ((localStorage.getItem("tall-compass-outbox") ?? "[]") !== "[]") page.dataset.late = "";
  } catch {
    // No storage, so nothing waits in it.
  }
  const kept = [];
  // What the browser does by itself before any program has come.
  const OF_THE_BROWSER = "a[href], input, select, textarea, label, summary";
  const keep = (event) => {
    if (!event.isTrusted || event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.type === "keydown" && (event.repeat || event.key === "Tab")) return;
    if (event.target.closest?.(OF_THE_BROWSER) && event.key !== "Enter") return;
    event.stopImmediatePropagation();
    if (event.type === "click" || event.type === "keydown") event.preventDefault();
    kept.push({ target: event.target, again: new event.constructor(event.type, event) });
  };
  const KINDS = ["pointerdown", "mousedown", "pointerup", "mouseup", "click", "keydown"];
  for (const kind of KINDS) addEventListener(kind, keep, true);
  addEventListener(
    "tall-compass-awake",
    () => {
      for (const kind of KINDS) removeEventListener(kind, keep, true);
      delete page.dataset.late;
      for (const { target, again } of kept) if (target.isConnected) target.dispatchEvent(again);
    },
    { once: true },
  );
})();
