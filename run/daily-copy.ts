const HOUR = 3_600_000;

/** Asks the application every hour to see to today's copy of the shop. @returns how to stop it */
export const keepDailyCopies = (address: string, headers: Readonly<Record<string, string>> = {}): (() => void) => {
  const ask = () =>
    void fetch(`${address}/api/shop/copies`, {
      method: "POST",
      headers: { ...headers, "content-type": "application/json" },
      body: JSON.stringify({ ifDue: true }),
    }).catch(() => undefined);
  // Not with the first page: the start should be quick.
  const first = setTimeout(ask, 60_000);
  const timer = setInterval(ask, HOUR);
  return () => {
    clearTimeout(first);
    clearInterval(timer);
  };
};
