// A page is drawn before its program has come: a tap or a key in between would be lost without a word. It is kept here
// and done, in order, when the page says that it is awake (screens/parts/kept/query-client.tsx). While entries that an
// earlier version kept wait to be taken over the page is held back and says so (app/globals.css).
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
  // A key sent again presses no button by itself, as the browser would have.
  const again = ({ target, again: event }) => {
    const pressed = event.type === "keydown" && (event.key === "Enter" || event.key === " ");
    if (target.dispatchEvent(event) && pressed) target.closest("button")?.click();
  };
  // A part of the program that did not come, for what sends it ended just then: without it the page would never wake. It is
  // opened anew as soon as that part can be had, or is of a version that is no more.
  const wait = (ms) => new Promise((done) => setTimeout(done, ms));
  const PART = "/_next/static/";
  let [awake, lost] = [false, false];
  const openAnew = async (source) => {
    lost = true;
    for (let status = 0; status !== 200 && status !== 404; ) {
      await wait(1000);
      status = await fetch(source).then(
        (answer) => answer.status,
        () => 0,
      );
    }
    location.reload();
  };
  const partLost = ({ target }) => {
    const source = target.tagName === "SCRIPT" ? target.src : target.rel === "stylesheet" ? target.href : "";
    if (!lost && source?.includes(PART)) void openAnew(source);
  };
  addEventListener("error", partLost, true);
  // One that was lost before this was here to see it. A page that is only slow to wake has lost none.
  const SLOW = 5000;
  addEventListener("load", async () => {
    await wait(SLOW);
    const never = performance
      .getEntriesByType("resource")
      .find(({ name, responseStatus }) => name.includes(PART) && responseStatus === 0);
    if (!awake && !lost && never) void openAnew(never.name);
  });
  const KINDS = ["pointerdown", "mousedown", "pointerup", "mouseup", "click", "keydown"];
  for (const kind of KINDS) addEventListener(kind, keep, true);
  addEventListener(
    "tall-compass-awake",
    async () => {
      delete page.dataset.late;
      awake = true;
      removeEventListener("error", partLost, true);
      // One after the other, each on what the one before it brought up; what is tapped meanwhile waits behind them.
      for (let next = kept.shift(); next; next = kept.shift()) {
        if (next.target.isConnected) again(next);
        if (next.again.type === "click" || next.again.type === "keydown") await wait(30);
      }
      for (const kind of KINDS) removeEventListener(kind, keep, true);
    },
    { once: true },
  );
})();
