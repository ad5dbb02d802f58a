/** How fast a gauge sends and in what frame, as its leaflet says: bits of a second, bits of a character with their check. */
export const CABLE_WAYS = {
  "9600 8N1": { baudRate: 9600, dataBits: 8, parity: "none", stopBits: 1 },
  "4800 7E2": { baudRate: 4800, dataBits: 7, parity: "even", stopBits: 2 },
  "4800 8N1": { baudRate: 4800, dataBits: 8, parity: "none", stopBits: 1 },
  "2400 8N1": { baudRate: 2400, dataBits: 8, parity: "none", stopBits: 1 },
  "1200 7E1": { baudRate: 1200, dataBits: 7, parity: "even", stopBits: 1 },
  "19200 8N1": { baudRate: 19200, dataBits: 8, parity: "none", stopBits: 1 },
  "115200 8N1": { baudRate: 115200, dataBits: 8, parity: "none", stopBits: 1 },
} as const;
export type CableWay = keyof typeof CABLE_WAYS;
export const CABLE_WAY_NAMES = Object.keys(CABLE_WAYS) as readonly CableWay[];
