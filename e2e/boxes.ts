/**
 * Runs in the page: what stands beyond its edge, is cut off, lies over another key, or is too small for a finger. What can
 * be scrolled into reach is in reach.
 */
export const badBoxes = (): string[] => {
  const [width, height] = [window.innerWidth, window.innerHeight];
  const bad = new Set<string>();
  // Asked of the same ancestors again and again.
  const styles = new Map<Element, CSSStyleDeclaration>();
  const styleOf = (e: Element): CSSStyleDeclaration => {
    const known = styles.get(e) ?? getComputedStyle(e);
    styles.set(e, known);
    return known;
  };
  const nameOf = (e: Element) =>
    (e.getAttribute("aria-label") || e.textContent || e.tagName).trim().replace(/\s+/g, " ").slice(0, 40);
  const isShown = (e: Element) => {
    const { width: w, height: h } = e.getBoundingClientRect();
    return w > 0 && h > 0 && styleOf(e).visibility !== "hidden" && !e.closest(".sr-only");
  };
  /** The nearest ancestor that a thing scrolls in, and the nearest that cuts it off. */
  const above = (e: Element, found: (s: CSSStyleDeclaration, p: Element) => boolean): Element | null => {
    for (let p = e.parentElement; p; p = p.parentElement) if (found(styleOf(p), p)) return p;
    return null;
  };
  const scrolls = (s: CSSStyleDeclaration) => /auto|scroll/.test(s.overflowX + s.overflowY);
  // Only what is made to scroll sideways: a list that scrolls down scrolls sideways too as soon as it is too wide.
  const sideways = (s: CSSStyleDeclaration, p: Element) =>
    /auto|scroll/.test(s.overflowX) && /overflow-(x-)?auto/.test(p.className) && p.scrollWidth > p.clientWidth;
  /** What of a box its ancestors let show. */
  const seen = (e: Element) => {
    const own = e.getBoundingClientRect();
    let { left, top, right, bottom } = own;
    for (let p = e.parentElement; p; p = p.parentElement) {
      const s = styleOf(p);
      if (s.overflowX === "visible" && s.overflowY === "visible") continue;
      const q = p.getBoundingClientRect();
      [left, top] = [Math.max(left, q.left), Math.max(top, q.top)];
      [right, bottom] = [Math.min(right, q.right), Math.min(bottom, q.bottom)];
    }
    return { left, top, right, bottom };
  };
  if (document.documentElement.scrollWidth > width + 1)
    bad.add(`the page is ${document.documentElement.scrollWidth} wide`);
  // A walk covers all else.
  const whole = document.querySelector("[data-walk]") ?? document;
  const keys = [
    ...whole.querySelectorAll("button, a[href], input:not([type=file]), [role=slider], [role=tab], [role=checkbox]"),
  ].filter(isShown);
  const boxes: { key: Element; box: ReturnType<typeof seen> }[] = [];
  for (const key of keys) {
    const { left, right, width: w, height: h } = key.getBoundingClientRect();
    if ((right > width + 1 || left < -1) && !above(key, sideways)) bad.add(`beyond the edge: ${nameOf(key)}`);
    if (Math.min(w, h) < 47.5 && !(key as HTMLButtonElement).disabled) bad.add(`small: ${nameOf(key)} ${w}×${h}`);
    const box = seen(key);
    const inSight = box.right - box.left > 2 && box.bottom - box.top > 2 && box.top < height && box.bottom > 0;
    if (inSight) boxes.push({ key, box });
    else if (!above(key, scrolls)) bad.add(`out of reach: ${nameOf(key)}`);
  }
  boxes.forEach((one, i) => {
    for (const other of boxes.slice(i + 1)) {
      if (one.key.contains(other.key) || other.key.contains(one.key)) continue;
      const across = Math.min(one.box.right, other.box.right) - Math.max(one.box.left, other.box.left);
      const down = Math.min(one.box.bottom, other.box.bottom) - Math.max(one.box.top, other.box.top);
      if (across > 4 && down > 4) bad.add(`${nameOf(one.key)} over ${nameOf(other.key)}`);
    }
  });
  for (const e of whole.querySelectorAll("p, span, b, h1, h2, h3, th, td, label, button, a")) {
    if (!isShown(e) || e.children.length > 0) continue;
    const { right, bottom } = e.getBoundingClientRect();
    const cut = above(e, (s) => s.overflowX !== "visible" || s.overflowY !== "visible");
    const style = cut && styleOf(cut);
    if (right > width + 1 && !cut) bad.add(`words beyond the edge: ${nameOf(e)}`);
    // Three dots, or lines counted, say that there is more; what scrolls is in reach.
    if (!cut || !style || scrolls(style)) continue;
    const dots = [styleOf(e), style].some((s) => s.textOverflow === "ellipsis" || /\d/.test(s.webkitLineClamp));
    const edge = cut.getBoundingClientRect();
    if (!dots && (right > edge.right + 2 || bottom > edge.bottom + 4)) bad.add(`cut off: ${nameOf(e)}`);
  }
  return [...bad];
};
