import styles from "./Pick.module.css";

interface Props<T extends string | number> {
  /** may be left out inside a form's item, which gives it */
  value?: T | null;
  options: readonly { value: T; label: string }[];
  onPick?: (value: T | null) => void;
  /** what stands there while nothing is picked; without it something always is */
  none?: string;
  id?: string;
  className?: string;
  "aria-label"?: string;
}

/** One of a few, by the browser's own list: it opens at once, is searched by typing, and costs no script. */
export function Pick<T extends string | number>({ value, options, onPick, none, className = "", ...rest }: Props<T>) {
  return (
    <select
      {...rest}
      className={`${styles.pick} ${className}`}
      value={value == null ? "" : String(value)}
      onChange={(e) => onPick?.(options.find((o) => String(o.value) === e.target.value)?.value ?? null)}
    >
      {none !== undefined && <option value="">{none}</option>}
      {options.map((o) => (
        <option key={o.value} value={String(o.value)}>
          {o.label}
        </option>
      ))}
    </select>
  );
}
