/** What is asked again and again, with what is known of it and what is only custom. */
const NOTES: readonly { readonly title: string; readonly known: string; readonly custom: string }[] = [
  {
    title: "Interlacing at the last crossing",
    known:
      "Crossed spokes that touch lie flatter and ring less, and the outer one stands a spoke's thickness nearer to the wheel: room beside a chain or a brake plate. No measured gain in strength.",
    custom: "Bent spokes are mostly interlaced; straight ones and one cross mostly not, where the bend would be sharp.",
  },
  {
    title: "Trailing heads in or out",
    known:
      "No measured difference in strength. Heads outside lets the trailing spokes go in first, which is the easiest way to lace.",
    custom: "Some want the trailing spokes, which carry the drive, to lie outside; some the other way about.",
  },
  {
    title: "How many crosses",
    known:
      "Brake and drive need spokes that leave the hub near its tangent. More than that gains nothing: it bends the spoke at its neighbour's head or at the nipple.",
    custom: "Large drums one or two, small flanges three; makers kept to what their jigs drilled.",
  },
  {
    title: "The valve in the widest gap",
    known:
      "The two spokes beside it lean away from each other, so that a pump's head gets in. It changes nothing else.",
    custom: "The hub's mark lined up with the valve: a builder's sign that the wheel was laced with care.",
  },
  {
    title: "Thread preparation",
    known:
      "A nipple that will turn in years needs grease on steel, paste where brass or alloy meets stainless. Dry stainless galls.",
    custom: "Boiled linseed sets and holds; two-part compound holds harder. Both make truing later harder too.",
  },
];

/** Why it is done so: each note says what is known and what is only custom. */
export const WhyNotes = () => (
  <div className="min-h-0 flex-1 overflow-y-auto p-4 text-lg">
    {NOTES.map((n) => (
      <section key={n.title} className="border-b border-grid py-3">
        <h2 className="text-xl font-bold">{n.title}</h2>
        <p>
          <b>Known: </b>
          {n.known}
        </p>
        <p>
          <b>Custom: </b>
          {n.custom}
        </p>
      </section>
    ))}
  </div>
);
