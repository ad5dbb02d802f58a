import { z } from "zod";
import { SCHOOLS } from "../truing/solving/schools";

const minutes = z
  .int({ error: "whole minutes" })
  .min(0, { error: "no less than 0 minutes" })
  .max(1440, { error: "a day has 1440 minutes" });

/** What holds for the whole shop. */
export const settingsSchema = z.object({
  shopName: z.string().trim().max(200, { error: "at most 200 letters" }),
  shopAddress: z.string().trim().max(500, { error: "at most 500 letters" }),
  /** Bench minutes, Monday to Sunday. */
  benchMinutes: z.array(minutes).length(7, { error: "seven days, Monday first" }),
  /** Minutes after midnight at which the bench opens. */
  opensAt: minutes,
  timeZone: z.string().refine(
    (zone) => {
      try {
        new Intl.DateTimeFormat("en", { timeZone: zone });
        return true;
      } catch {
        return false;
      }
    },
    { error: (i) => `${JSON.stringify(i.input)} is no time zone; such as Europe/Berlin` },
  ),
  tolerance: z.enum(["service", "shop", "show", "race"]),
  /** How this bench works at the nipples, until a wheel is told otherwise. */
  school: z.enum(SCHOOLS),
  sideA: z.string().trim().min(1, { error: "a side needs a name" }).max(40),
  sideB: z.string().trim().min(1, { error: "a side needs a name" }).max(40),
  /** Days after handing back at which a re-check is proposed. */
  recheckDays: z.int().min(0).max(365),
  /** Of an hour at the bench, without tax; 0 while nobody said. */
  hourlyRate: z.number({ error: "a figure such as 48" }).min(0, { error: "no less than 0" }).max(100_000),
  taxPercent: z
    .number({ error: "per cent, such as 19" })
    .min(0, { error: "no less than 0" })
    .max(100, { error: "at most 100" }),
  /** As it stands behind a sum: EUR, £. */
  currency: z.string().trim().max(6, { error: "at most 6 letters" }),
  /** The sign within a figure of a list for a spreadsheet; with a comma semicolons stand between cells. */
  listDecimal: z.enum(["point", "comma"]),
  theme: z.enum(["auto", "paper", "night"]),
  sounds: z.boolean(),
  /** The invented workshop was looked at and is to stay for now: nobody is asked again. */
  demoKept: z.boolean(),
  /** Where the daily copies go; empty for the usual place. */
  copiesFolder: z.string().trim().max(400, { error: "at most 400 letters" }),
});

export type Settings = z.output<typeof settingsSchema>;

export const FIRST_SETTINGS: Settings = {
  shopName: "Tall Compass workshop record",
  shopAddress: "",
  benchMinutes: [360, 360, 360, 360, 360, 0, 0],
  opensAt: 540,
  timeZone: "Europe/London",
  tolerance: "shop",
  school: "at-once",
  sideA: "brake side",
  sideB: "other side",
  recheckDays: 30,
  hourlyRate: 0,
  taxPercent: 0,
  currency: "",
  listDecimal: "point",
  theme: "auto",
  sounds: true,
  demoKept: false,
  copiesFolder: "",
};
