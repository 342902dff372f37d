"use client";

import { Button } from "antd";
import { useJob } from "../job/JobProvider";
import styles from "./Inspect.module.css";

/** Disassembly to get inside, last first: the order in which it goes on again. */
export function Teardown({ quiet = false }: { quiet?: boolean }) {
  const { view, submit } = useJob();
  const { teardown } = view.unit.notes;
  if (quiet && teardown.every((t) => t.back)) return null;
  return (
    <section aria-label="Disassembly">
      <h2 className={styles.head}>Disassembly</h2>
      {teardown.length === 0 ? (
        <p className="muted">
          Screws, plugs, boards, in order: <span className="mono">teardown 6 screws, bottom lid</span>. Reassembly runs from the end.
        </p>
      ) : (
        <ol className={styles.places} reversed>
          {teardown.toReversed().map((t) => (
            <li key={t.seq} value={teardown.indexOf(t) + 1}>
              {t.text}{" "}
              {t.back ? (
                <span className="state-sound">refitted</span>
              ) : (
                <Button size="small" onClick={() => void submit(`refit ${t.seq}`)}>
                  Refitted
                </Button>
              )}
            </li>
          ))}
        </ol>
      )}
    </section>
  );
}
