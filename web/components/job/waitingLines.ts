import type { EnteredLine } from "@mirvek/core/job";

export type LineStorage = Pick<Storage, "getItem" | "setItem" | "removeItem" | "key" | "length">;

/** A line as it lies in the storage; `place` tells lines of the same moment apart. */
type Waiting = EnteredLine & { place: number };

const isText = (x: unknown): x is string => typeof x === "string" && x !== "";
const isTextOrNull = (x: unknown): x is string | null => x === null || typeof x === "string";

/** Reads what another moment, release or hand has left in the storage; null where it is no line. */
function waitingOf(x: unknown): Waiting | null {
  if (typeof x !== "object" || x === null) return null;
  const { key, line, current, meter, inCircuit, refersTo, chosen = null, at, place = 0 } = x as Record<string, unknown>;
  if (!isText(key) || !isText(line) || typeof inCircuit !== "boolean" || typeof at !== "number" || typeof place !== "number") return null;
  if (!isTextOrNull(current) || !isTextOrNull(meter) || !isTextOrNull(refersTo) || !isTextOrNull(chosen)) return null;
  return { key, line, current, meter, inCircuit, refersTo, chosen, at, place };
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

/**
 * Lines of one job that wait in this browser, over a reload and a crash. Each has a place of its own in the storage, so that tabs
 * cannot overwrite each other's; one that is damaged is set aside under another name and the rest go on. A storage that is full or
 * forbidden keeps nothing over a reload; the lines still wait in their tab.
 */
export function waitingLines(storage: LineStorage | null, job: number) {
  const prefix = `mirvek-waiting-${job}/`;
  let place = 0;
  const quietly = (work: () => void) => {
    try {
      work();
    } catch {
      // see above
    }
  };
  const setAside = (name: string, text: string) =>
    quietly(() => {
      storage?.setItem(name.replace("mirvek-waiting", "mirvek-damaged"), text);
      storage?.removeItem(name);
    });
  const names = (): string[] => {
    const list: string[] = [];
    quietly(() => {
      for (let i = 0; i < (storage?.length ?? 0); i++) list.push(storage!.key(i) ?? "");
    });
    return list.filter((name) => name.startsWith(prefix));
  };
  const put = (line: EnteredLine) => quietly(() => storage?.setItem(prefix + line.key, JSON.stringify({ ...line, place: place++ })));
  /** an earlier release kept all of a job's lines in one list */
  const adopt = () =>
    quietly(() => {
      const before = `mirvek-waiting-${job}`;
      const text = storage?.getItem(before) ?? null;
      if (text === null) return;
      setAside(before, text);
      const list: unknown = JSON.parse(text);
      for (const line of Array.isArray(list) ? list : []) {
        const read = waitingOf(line);
        if (read) put(read);
      }
    });
  return {
    put,
    take(key: string): void {
      quietly(() => storage?.removeItem(prefix + key));
    },
    /** in the order typed */
    all(): EnteredLine[] {
      adopt();
      const lines = names().flatMap((name) => {
        const text = storage!.getItem(name) ?? "";
        const line = waitingOf(parsed(text));
        if (line === null) setAside(name, text);
        return line ?? [];
      });
      return lines.sort((a, b) => a.at - b.at || a.place - b.place).map(({ place: _place, ...line }) => line);
    },
  };
}
