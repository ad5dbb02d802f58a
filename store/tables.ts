import type { BesideWords } from "@/core/beside/words";
import type { Entry } from "@/core/measurement/taken";
import type { Instrument, ReadingKind, ReadingMethod } from "@/core/rounds/reading";
import type { RoundKind } from "@/core/rounds/round";
import type { CableGauge } from "@/core/runout/cable-gauge";
import type { ToleranceName } from "@/core/runout/tolerance";
import type { DeedKind } from "@/core/shop/deeds";
import type { WheelPlace } from "@/core/shop/machine-words";
import type { PracticeLevel } from "@/core/shop/practice-levels";
import type { Role } from "@/core/shop/roles";
import type { JobKind } from "@/core/wheel/stages";

/** A row as it comes: JSON columns are read with `json()`, flags are 0 or 1. */
interface Stored {
  id: string;
  created_at: Date;
}
/** Order of arrival; the clock is too coarse for two readings in one millisecond. */
interface Ordered extends Stored {
  order: number;
}
/** Of a job. */
interface OfJob extends Ordered {
  /** The number of the job's change it came with; 0 from before these were told. */
  at_change: number;
}

interface CustomerRow extends Stored {
  name: string;
  telephone: string;
}
interface WheelRow extends Stored {
  customer_id: string;
  mark: string;
  machine: string;
  /** Empty until somebody said. */
  place: WheelPlace;
}
export interface JobTableRow extends Stored {
  wheel_id: string;
  kind: JobKind;
  wanted: string;
  promised: Date | string | null;
  waiting_for: string | null;
  waiting_since: Date | string | null;
  side_a: string;
  side_b: string;
  tolerance: ToleranceName;
  version: number;
  finished_at: Date | null;
  /** Which visit of its wheel it is, 1 for the first. */
  visit: number;
  /** Rises with every change of the job or anything of it. */
  changes: number;
  /** What is kept ready of it (its stages, the words that find it) is older than its changes. */
  stale: boolean | number;
  stages: unknown;
  minutes: unknown;
  left_as: unknown;
  desk_order: number | null;
  recheck_on: Date | string | null;
  /** Made by mistake, or for nothing: kept, but nowhere counted. */
  put_away_at: Date | null;
  /** Of the invented workshop. */
  demo: boolean | number;
}
export interface MeasurementRow extends OfJob {
  job_id: string;
  name: string;
  place: number;
  role: Entry["role"];
  typed: string;
  unit: string;
  value: number | null;
  method: string;
  who: string;
  beside: string | null;
}
interface ActRow extends OfJob {
  job_id: string;
  act: unknown;
  who: string;
}
interface BuildRow {
  job_id: string;
  wheel: unknown;
  assumed: unknown;
  version: number;
  created_at: Date;
}
interface RoundRow extends Stored {
  job_id: string;
  number: number;
  kind: RoundKind;
  plan: unknown;
  advice: unknown;
  destressed: boolean | number;
}
export interface ReadingRow extends OfJob {
  round_id: string;
  what: ReadingKind;
  spoke: number;
  value: number;
  typed: string;
  doubtful: boolean | number;
  sure: number | null;
  table_id: string | null;
  against: number | null;
  instrument: Instrument;
  method: ReadingMethod;
  unit: string;
  per: number | null;
  sign: number;
  shift: number;
  who: string;
}
interface TurnRow extends OfJob {
  round_id: string;
  spoke: number;
  turns: number;
  who: string;
}
interface SheetRow extends Stored {
  job_id: string;
  contents: unknown;
  signed_by: string;
  withdrawn_at: Date | null;
}
interface OrderRow extends OfJob {
  job_id: string;
  contents: unknown;
}
interface GoodsRow extends OfJob {
  order_id: string;
  length: number;
  what: "count" | "first" | "second";
  value: number;
  typed: string;
}
interface StockRow extends Ordered {
  /** The sum of its moves. */
  held: number;
  kind: "spoke" | "nipple" | "washer";
  name: string;
  size: number | null;
  diameter: number | null;
  pitch: number | null;
  place: string;
  reorder_at: number;
  price: number | null;
  demo: boolean | number;
}
interface StockMoveRow extends Ordered {
  stock_id: string;
  job_id: string | null;
  change: number;
  note: string;
}
interface PhotoRow extends OfJob {
  job_id: string;
  caption: string;
  width: number;
  height: number;
  large: Buffer;
  small: Buffer;
}
interface GaugeTableRow extends Stored {
  demo: boolean | number;
  gauge: string;
  spoke: string;
  points: unknown;
  version: number;
}
interface PracticeWheelRow {
  job_id: string;
  hidden: unknown;
  state: unknown;
  version: number;
  level: PracticeLevel | null;
  who: string;
  score: unknown;
  score_of: string;
}
interface PracticePlanRow {
  round_id: string;
  job_id: string;
  who: string;
  hints: number;
  chosen: string;
  plans: unknown;
  created_at: Date;
}
interface AwayRow {
  id: number;
  uid: string;
  day: string;
  from_minute: number;
  to_minute: number;
  what: string;
}

interface PersonRow extends Stored {
  name: string;
  role: Role;
  pin: string;
  password: string | null;
  left_at: Date | null;
}
interface DeviceRow extends Stored {
  name: string;
  token: string;
  person_id: string | null;
  seen_at: Date;
  revoked_at: Date | null;
}
interface PairingRow {
  code: string;
  made_by: string;
  as_owner: boolean | number;
  expires_at: Date;
  used_at: Date | null;
}
interface CustomerLinkRow {
  wheel_id: string;
  customer_id: string;
  token: string;
  made_by: string;
  created_at: Date;
}
interface BesideRow {
  order: number;
  channel: string;
  from: BesideWords["from"];
  words: unknown;
  created_at: Date;
}
interface CableGaugeRow extends Stored {
  name: string;
  port: string;
  way: CableGauge["way"];
  line: unknown;
  dial: CableGauge["dial"];
}
interface DeedRow {
  id: number;
  at: Date;
  device: string;
  who: string;
  what: DeedKind;
  about: string;
}

declare module "knex/types/tables" {
  interface Tables {
    customers: CustomerRow;
    wheels: WheelRow;
    jobs: JobTableRow;
    measurements: MeasurementRow;
    acts: ActRow;
    builds: BuildRow;
    rounds: RoundRow;
    readings: ReadingRow;
    turns: TurnRow;
    sheets: SheetRow;
    orders: OrderRow;
    goods: GoodsRow;
    stock: StockRow;
    stock_moves: StockMoveRow;
    photos: PhotoRow;
    gauge_tables: GaugeTableRow;
    practice_wheels: PracticeWheelRow;
    practice_plans: PracticePlanRow;
    settings: { name: string; value: string };
    away: AwayRow;
    words: { word: string };
    find_words: { word: string; newest: number; job_id: string };
    ear_words: BesideRow;
    cable_gauges: CableGaugeRow;
    customer_links: CustomerLinkRow;
    people: PersonRow;
    devices: DeviceRow;
    pairings: PairingRow;
    tries: { key: string; points: number; expire: number | null };
    deeds: DeedRow;
    marks_given: { last: number };
    turnstiles: { name: string; passed: number };
    leases: { name: string; holder: string; why: string; until: Date };
  }
}
