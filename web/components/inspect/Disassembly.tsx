"use client";

import { Button } from "antd";
import { useJob } from "../job/JobProvider";
import styles from "./Inspect.module.css";
import { inspectWords } from "../../wording/screens/inspect";

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
          {inspectWords.screwsPlugsBoardsOrder} <span className="mono">teardown 6 screws, bottom lid</span>
          {inspectWords.reassemblyRunsFromEnd}
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
