"use client";

import { ROLES, TECHNOLOGIES } from "@mirvek/core/part";
import { MOUNTINGS } from "@mirvek/core/readout";
import { formatEngineering, parseValue, type UnitSymbol } from "@mirvek/core/units";
import { App, Button, Drawer, Form, Input, InputNumber, Select, Switch } from "antd";
import type { PositionView } from "../../schemas/jobView";
import { frequencyText, measurementText } from "../../wording/entry";
import { ago, marked } from "../../wording/quantity";
import { backingOf, notesOf, reasonOf, settleText } from "../../wording/verdict";
import { mountingName, roleName, technologyName, verdictName } from "../../wording/vocabulary";
import { useJob, useNow } from "../job/JobProvider";
import { CapacitorMark } from "../shared/CapacitorMark";
import { markOf } from "../shared/markOf";
import styles from "./Measure.module.css";

/** Everything about one position: the verdict in full, every reading, and the fields that readings do not fill. */
export function PositionDrawer({ position, onClose }: { position: PositionView | null; onClose: () => void }) {
  const { write } = useJob();
  const { message } = App.useApp();
  const retire = async (p: PositionView) => {
    const answer = await write("PATCH", `positions/${p.designator}`, { kind: "retire", version: p.version });
    if (!answer.ok) return;
    onClose();
    const key = `retired-${p.designator}`;
    void message.open({
      key,
      type: "info",
      duration: 12,
      content: (
        <>
          {p.designator} taken off; its readings stay on record.{" "}
          <Button
            size="small"
            onClick={() => (
              message.destroy(key),
              void write("PATCH", `positions/${p.designator}`, { kind: "restore", version: p.version + 1 })
            )}
          >
            Put it back
          </Button>
        </>
      ),
    });
  };
  return (
    <Drawer
      open={position !== null}
      onClose={onClose}
      size={620}
      title={position ? `${position.designator}, ${marked(position.nominal, position.rated)}` : ""}
      destroyOnHidden
    >
      {position && (
        <>
          <div className={styles.drawerHead}>
            <CapacitorMark {...markOf({ ...position, choice: null })} size={40} />
            <p>
              <b className={`state-${position.verdict.state}`}>{verdictName[position.verdict.state]}</b>
              {position.verdict.state === "unmeasured" ? "" : `: ${reasonOf(position.verdict)}`}{" "}
              {backingOf(position.verdict) && <span className="muted">({backingOf(position.verdict)})</span>}.
              {position.verdict.settle && <span className="muted"> To settle: {settleText[position.verdict.settle]}.</span>}
              {notesOf(position.verdict).map((n) => (
                <span key={n}> {n}.</span>
              ))}
            </p>
          </div>
          <History position={position} />
          <Fields key={position.version} position={position} />
          <Button danger onClick={() => void retire(position)}>
            Take this position off the job
          </Button>
        </>
      )}
    </Drawer>
  );
}

/** Every reading of every part that stood here, each with the stroke that takes its line back. */
function History({ position }: { position: PositionView }) {
  const { view, strike } = useJob();
  const now = useNow();
  if (position.fittings.every((f) => f.readings.length === 0)) return <p className="muted">No readings yet.</p>;
  const meterName = (id: string | null) => view.shop.meters.find((m) => m.id === id)?.name ?? "";
  return (
    <table className={`sheet ${styles.history}`}>
      <thead>
        <tr>
          <th>Reading</th>
          <th>At</th>
          <th>Circuit</th>
          <th>Meter</th>
          <th>When</th>
          <th>
            <span className="sr-only">Strike</span>
          </th>
        </tr>
      </thead>
      {[...position.fittings].reverse().map((f, i) => (
        <tbody key={f.fitting?.line ?? "found"}>
          {position.fittings.length > 1 && (
            <tr>
              <th colSpan={6} scope="rowgroup">
                {f.fitting ? `Fitted ${marked(f.part.nominal, f.part.rated)}${f.fitting.lot ? `, lot ${f.fitting.lot}` : ""}` : "As found"}:{" "}
                <span className={`state-${f.verdict.state}`}>{verdictName[f.verdict.state]}</span>
              </th>
            </tr>
          )}
          {[...f.readings].reverse().map((r, k) => (
            <tr key={`${r.line} ${k}`}>
              <td className="mono">{measurementText(r.measurement, r.significant)}</td>
              <td>{frequencyText(r.measurement)}</td>
              <td>
                {r.inCircuit ? "in" : "out"}
                {r.whileLocked && <span className="state-failed"> charge not gone</span>}
              </td>
              <td>{meterName(r.meter)}</td>
              <td>{ago(r.takenAt, now)}</td>
              <td>
                {r.line && view.job.closedAt === null && (
                  <Button
                    size="small"
                    type="text"
                    onClick={() => strike(r.line!)}
                    aria-label={`Strike ${measurementText(r.measurement, r.significant)}`}
                    title="Takes back the whole line and everything it brought about"
                    autoFocus={i === 0 && k === 0}
                  >
                    Strike
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      ))}
    </table>
  );
}

const UNIT_OF = { nominal: "F", rated: "V", working: "V", largest: "F", following: "Ω", originalEsr: "Ω" } as const satisfies Record<
  string,
  UnitSymbol
>;
type UnitField = keyof typeof UNIT_OF;

const valueRule = (unit: UnitSymbol, required: boolean) => ({
  validator: (_: unknown, text: string | undefined) => {
    if (!text?.trim()) return required ? Promise.reject(new Error("Needed")) : Promise.resolve();
    const parsed = parseValue(text);
    const fits = parsed && (parsed.unit === unit || parsed.unit === null);
    return fits ? Promise.resolve() : Promise.reject(new Error(`Write it as ${unit === "F" ? "4.7u" : unit === "V" ? "50" : "47k"}`));
  },
});

function Fields({ position: p }: { position: PositionView }) {
  const { view, write } = useJob();
  const { message } = App.useApp();
  const [form] = Form.useForm();
  const text = (field: UnitField) => (p[field] === null ? "" : formatEngineering(p[field], UNIT_OF[field], { significant: 6 }));
  const save = async (values: Record<string, never>) => {
    const number = (field: UnitField) => parseValue(values[field] ?? "")?.value ?? null;
    const answer = await write("PATCH", `positions/${p.designator}`, {
      kind: "fields",
      version: p.version,
      fields: {
        ...values,
        ...Object.fromEntries((Object.keys(UNIT_OF) as UnitField[]).map((f) => [f, number(f)])),
        channel: values.channel || null,
        twinKey: values.twinKey || null,
        toleranceMinus: Number(values.toleranceMinus) / 100,
        tolerancePlus: Number(values.tolerancePlus) / 100,
        parallelWith: values.across === "unknown" ? null : values.across === "alone" ? [] : (values.parallelWith ?? []),
      },
    });
    if (answer.ok) void message.success("Kept.");
  };
  const across = Form.useWatch("across", form) as string | undefined;
  const mm = (name: string, label: string) => (
    <Form.Item name={name} label={label}>
      <InputNumber min={0.1} max={299} suffix="mm" />
    </Form.Item>
  );
  const value = (name: UnitField, label: string, required = false) => (
    <Form.Item name={name} label={label} rules={[valueRule(UNIT_OF[name], required)]}>
      <Input className="mono" />
    </Form.Item>
  );
  return (
    <Form
      form={form}
      layout="vertical"
      requiredMark={false}
      onFinish={(v) => void save(v)}
      style={{ marginTop: 14 }}
      initialValues={{
        ...p,
        ...Object.fromEntries((Object.keys(UNIT_OF) as UnitField[]).map((f) => [f, text(f)])),
        channel: p.channel ?? "",
        twinKey: p.twinKey ?? "",
        toleranceMinus: Math.round(p.tolerance.minus * 1000) / 10,
        tolerancePlus: Math.round(p.tolerance.plus * 1000) / 10,
        across: p.parallelWith === null ? "unknown" : p.parallelWith.length === 0 ? "alone" : "with",
      }}
    >
      <div className={styles.fields}>
        {value("nominal", "Marked C", true)}
        {value("rated", "Rated volts", true)}
        {value("working", "Working volts (DC)")}
        <Form.Item name="role" label="Role">
          <Select showSearch={{ optionFilterProp: "label" }} options={ROLES.map((v) => ({ value: v, label: roleName[v] }))} />
        </Form.Item>
        <Form.Item name="technology" label="Made as">
          <Select options={TECHNOLOGIES.map((v) => ({ value: v, label: technologyName[v] }))} />
        </Form.Item>
        <Form.Item name="mounting" label="Mounting">
          <Select options={MOUNTINGS.map((v) => ({ value: v, label: mountingName[v] }))} />
        </Form.Item>
        {mm("diameter", "Diameter")}
        {mm("height", "Height")}
        {mm("pitch", "Lead pitch")}
        {mm("maxDiameter", "Free diameter")}
        {mm("maxHeight", "Free height")}
        <Form.Item name="temperature" label="Temperature">
          <InputNumber min={40} max={200} suffix="°C" />
        </Form.Item>
        <Form.Item name="toleranceMinus" label="Tolerance −">
          <InputNumber min={0} max={100} suffix="%" />
        </Form.Item>
        <Form.Item name="tolerancePlus" label="Tolerance +">
          <InputNumber min={0} max={200} suffix="%" />
        </Form.Item>
        {value("originalEsr", "ESR when new, 100 kHz")}
        {value("following", "Next stage input")}
        {value("largest", "Largest C allowed")}
        <Form.Item name="section" label="Section" rules={[{ required: true, whitespace: true, message: "Needed" }]}>
          <Input maxLength={60} />
        </Form.Item>
        <Form.Item name="channel" label="Channel">
          <Input maxLength={8} />
        </Form.Item>
        <Form.Item name="twinKey" label="Twin group">
          <Input maxLength={40} />
        </Form.Item>
        <Form.Item name="holdsCharge" label="Holds charge" valuePropName="checked">
          <Switch />
        </Form.Item>
        <Form.Item name="across" label="Lies across it">
          <Select
            options={[
              { value: "unknown", label: "not known" },
              { value: "alone", label: "nothing" },
              { value: "with", label: "these parts" },
            ]}
          />
        </Form.Item>
        {across === "with" && (
          <Form.Item name="parallelWith" label="Parts across it">
            <Select
              mode="multiple"
              options={view.positions.filter((q) => q.id !== p.id).map((q) => ({ value: q.designator, label: q.designator }))}
            />
          </Form.Item>
        )}
      </div>
      <Button type="primary" htmlType="submit" style={{ marginBottom: 18 }}>
        Keep
      </Button>
    </Form>
  );
}
