import type { Sheet } from "@/core/sheet/sheet";
import { monthsTold, type ShopFigures, shopFigures } from "@/core/shop/shop-figures";
import { awayByMonth, jobsByMonth, leftLast, staysSeenAgain } from "@/store/shop-counts";

/** The shop's own figures of the last twelve months. @param today `2026-11-23` */
export const readShopFigures = async (today: string): Promise<ShopFigures> => {
  const months = monthsTold(today);
  const [opened, learntOn, awayOpened, back, awayBack, stays, last] = await Promise.all([
    jobsByMonth("created_at", months),
    jobsByMonth("created_at", months, { kind: "practice" }),
    awayByMonth("created_at"),
    jobsByMonth("finished_at", months),
    awayByMonth("finished_at"),
    staysSeenAgain(months[0]),
    leftLast(),
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
