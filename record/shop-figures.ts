import type { Sheet } from "@/core/sheet/sheet";
import { monthsTold, type ShopFigures, shopFigures } from "@/core/shop/shop-figures";
import { shopHasOwn } from "@/store/counting";
import { jobsByMonth, leftLast, staysSeenAgain, uncountedByMonth } from "@/store/shop-counts";

/** The shop's own figures of the last twelve months. @param today `2026-11-23` */
export const readShopFigures = async (today: string): Promise<ShopFigures> => {
  const months = monthsTold(today);
  const own = await shopHasOwn();
  const [opened, learntOn, awayOpened, back, awayBack, stays, last] = await Promise.all([
    jobsByMonth("created_at", months),
    jobsByMonth("created_at", months, { kind: "practice" }),
    uncountedByMonth("created_at", own),
    jobsByMonth("finished_at", months),
    uncountedByMonth("finished_at", own),
    staysSeenAgain(months[0], own),
    leftLast(own),
  ]);
  const without = (all: ReadonlyMap<string, number>, ...less: readonly ReadonlyMap<string, number>[]) =>
    new Map([...all].map(([month, n]) => [month, less.reduce((left, l) => left - (l.get(month) ?? 0), n)]));
  const takenIn = without(opened, learntOn, awayOpened);
  const handedBack = without(back, awayBack);
  const newest = last.map(({ sheet, ...job }) => {
    const signed = sheet as Sheet | undefined;
    return {
      ...job,
      lateral: signed?.trace?.lateral ?? [],
      radial: signed?.trace?.radial ?? [],
      tension: signed?.tension ?? null,
      tolerance: signed?.tolerance ?? { lateral: 0, radial: 0 },
    };
  });
  return shopFigures({ takenIn, handedBack, stays, newest }, today);
};
