/** An object or list kept in a JSON column: some servers' columns the driver has read already, others come as text. */
export const json = <T>(value: unknown): T => (typeof value === "string" ? JSON.parse(value) : value) as T;
