/** ms without a sign of life after which a line counts as dead. */
const SILENCE = 5000;

interface Line {
  readonly address: string;
  /** What is done with what is told, by what it is called; every line also tells `beat`, a sign of life. */
  readonly on: Readonly<Record<string, (data: never) => void>>;
  /** Whether it is heard; told at every change. */
  readonly onHeard: (is: boolean) => void;
  /** ms until one that died is opened again. */
  readonly again: number;
}

/** Listens to what the shop tells (server-sent events), and again whenever that breaks off. @returns ends it */
export const openLine = ({ address, on, onHeard, again }: Line): (() => void) => {
  let line: EventSource | null = null;
  let silence: ReturnType<typeof setTimeout> | undefined;
  let later: ReturnType<typeof setTimeout> | undefined;
  let heard: boolean | null = null;
  const tell = (is: boolean) => {
    if (heard === is) return;
    heard = is;
    onHeard(is);
  };
  const deaf = () => {
    line?.close();
    clearTimeout(silence);
    clearTimeout(later);
    tell(false);
    later = setTimeout(listen, again);
  };
  const alive = () => {
    clearTimeout(silence);
    silence = setTimeout(deaf, SILENCE);
    tell(true);
  };
  const listen = () => {
    line = new EventSource(address);
    line.addEventListener("beat", alive);
    for (const [name, hear] of Object.entries(on))
      line.addEventListener(name, ({ data }: MessageEvent<string>) => {
        alive();
        hear(JSON.parse(data) as never);
      });
    line.onerror = deaf;
    // One that is never answered is dead as well.
    clearTimeout(silence);
    silence = setTimeout(deaf, SILENCE);
  };
  listen();
  return () => {
    line?.close();
    clearTimeout(silence);
    clearTimeout(later);
  };
};
