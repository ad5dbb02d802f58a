/** What is left of the disk the record lies on, bytes. */
export interface Room {
  readonly free: number;
  readonly total: number;
}

const MB = 1024 * 1024;

/** Below this nothing more is stored: a database that runs out of disk in the middle of a write ends. */
export const LEAST_FREE = 96 * MB;

/** Below this it is said on every page: time to make room, not yet to stop. */
export const SCARCE = 1024 * MB;

const amount = (bytes: number): string =>
  bytes >= 1024 * MB ? `${(bytes / 1024 / MB).toFixed(1)} GB` : `${Math.floor(bytes / MB)} MB`;

/** Why nothing can be stored; null while there is room. @param needed bytes of what is to be stored */
export const noRoomFor = (room: Room | null, needed = 0): string | null =>
  room === null || room.free - needed >= LEAST_FREE
    ? null
    : `The disk is full: ${amount(room.free)} are left, and ${amount(LEAST_FREE + needed)} are needed. Nothing more is stored until there is room; what you enter is kept in this browser and sent then.`;

/** What every page says while the disk fills up; null while there is plenty. */
export const scarceRoom = (room: Room | null): string | null =>
  room === null || room.free >= SCARCE
    ? null
    : (noRoomFor(room) ??
      `The disk has only ${amount(room.free)} left. At ${amount(LEAST_FREE)} nothing more can be stored: make room on it soon.`);
