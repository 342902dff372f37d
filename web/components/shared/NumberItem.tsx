"use client";

import { Form, Input } from "antd";

/** A number as it is written at a bench, with point or comma; NaN for what is none, null for nothing. */
export function numberOf(text: unknown): number | null {
  const written = String(text ?? "").trim();
  if (written === "") return null;
  return /^[+-]?(\d+([.,]\d*)?|[.,]\d+)$/.test(written) ? Number(written.replace(",", ".")) : NaN;
}

interface Bounds {
  least: number;
  most: number;
  whole?: boolean;
  needed?: boolean;
}

/** Why a text will not do, in words; null where it will. */
export function numberTrouble(text: unknown, { least, most, whole, needed }: Bounds): string | null {
  const value = numberOf(text);
  if (value === null) return needed ? "Needed" : null;
  if (Number.isNaN(value)) return `“${String(text).trim()}” is no number`;
  if (whole && !Number.isInteger(value)) return "A whole number";
  return value < least || value > most ? `From ${least} to ${most}` : null;
}

/** A field of a form for a number: what is no number is said, not swallowed. The form holds the text; `numberOf` reads it. */
export function NumberItem({
  name,
  label,
  unit,
  disabled,
  ...bounds
}: { name: string; label: string; unit?: string; disabled?: boolean } & Bounds) {
  const check = (_: unknown, text: unknown) => {
    const trouble = disabled ? null : numberTrouble(text, bounds);
    return trouble === null ? Promise.resolve() : Promise.reject(new Error(trouble));
  };
  return (
    <Form.Item name={name} label={label} rules={[{ validator: check }]} validateTrigger="onBlur">
      <Input inputMode="decimal" suffix={unit} disabled={disabled} />
    </Form.Item>
  );
}
