import type { Settled } from "@/core/truing/knowing/settled";

/** Read again with nothing turned: whether it held since it was de-stressed. */
export const SettledLine = ({ settled }: { settled: readonly Settled[] }) => {
  const most = settled.reduce((a, x) => (x.moved > a.moved ? x : a));
  return (
    <p className="shrink-0 border-t border-grid px-4 py-1 text-lg font-bold" data-testid="settled">
      {settled.every((x) => x.holds)
        ? `Settled: nothing moved more than ${most.moved.toFixed(2)} mm since it was de-stressed.`
        : `Not stable yet: it moved ${most.moved.toFixed(2)} mm at ${most.at} since it was de-stressed.`}
    </p>
  );
};
