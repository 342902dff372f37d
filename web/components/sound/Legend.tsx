import styles from "./Sound.module.css";

/** The lines of a chart by name, told apart by ink and by dash. */
export function Legend({ lines }: { lines: readonly { name: string; ink: string; dash?: string }[] }) {
  return (
    <ul className={styles.legend} aria-label="Lines">
      {lines.map(({ name, ink, dash }) => (
        <li key={name}>
          <svg width="30" height="10" aria-hidden="true">
            <path d="M0 5h30" stroke={ink} strokeDasharray={dash} strokeWidth="2" />
          </svg>
          {name}
        </li>
      ))}
    </ul>
  );
}
