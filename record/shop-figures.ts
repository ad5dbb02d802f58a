import type { Sheet } from "@/core/sheet/sheet";
import { monthsTold, type ShopFigures, shopFigures } from "@/core/shop/shop-figures";
import { jobsByMonth, leftLast, staysSeenAgain } from "@/store/shop-counts";

/** The shop's own figures of the last twelve months. @param today `2026-11-23` */
export const readShopFigures = async (today: string): Promise<ShopFigures> => {
  const months = monthsTold(today);
  const [opened, learntOn, handedBack, stays, last] = await Promise.all([
    jobsByMonth("created_at", months),
    jobsByMonth("created_at", months, { kind: "practice" }),
    jobsByMonth("finished_at", months),
    staysSeenAgain(months[0]),
    leftLast(),
  ]);
  const takenIn = new Map([...opened].map(([month, n]) => [month, n - (learntOn.get(month) ?? 0)]));
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
