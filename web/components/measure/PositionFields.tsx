"use client";

import { useMessage } from "../shared/Providers";
import { ROLES, TECHNOLOGIES, isWetAluminium } from "@mirvek/core/part";
import { LIMITS } from "@mirvek/core/knowledge";
import { MOUNTINGS } from "@mirvek/core/entry";
import { formatEngineering, parseValue, type UnitSymbol } from "@mirvek/core/units";
import { Button, Collapse, Form, Input, Select, Switch } from "antd";
import { useState, type ReactNode } from "react";
import type { PositionView } from "../../schemas/jobView";
import { fieldGroupName, type FieldGroup } from "../../wording/position";
import { mountingName, roleName, technologyName } from "../../wording/vocabulary";
import { useOpened } from "../shared/useOpened";
import { useJob } from "../job/JobProvider";
import { NumberItem, numberOf } from "../shared/NumberItem";
import styles from "./Measure.module.css";
import { measureWords } from "../../wording/screens/measure";

const UNIT_OF = {
  nominal: "F",
  rated: "V",
  working: "V",
  largest: "F",
  following: "Ω",
  originalEsr: "Ω",
  esrLeast: "Ω",
  esrMost: "Ω",
  audio: "V",
} as const satisfies Record<string, UnitSymbol>;
type UnitField = keyof typeof UNIT_OF;
const PLAIN_NUMBERS = ["diameter", "height", "pitch", "maxDiameter", "maxHeight", "temperature", "pulse"] as const;
const UNIT_FIELDS = Object.keys(UNIT_OF) as UnitField[];

const valueRule = (unit: UnitSymbol, required: boolean) => ({
  validator: (_: unknown, text: string | undefined) => {
    if (!text?.trim()) return required ? Promise.reject(new Error("Needed")) : Promise.resolve();
    const parsed = parseValue(text);
    const fits = parsed && (parsed.unit === unit || parsed.unit === null);
    return fits ? Promise.resolve() : Promise.reject(new Error(`Write it as ${unit === "F" ? "4.7u" : unit === "V" ? "50" : "47k"}`));
  },
});

/** What is not known of a part and would decide something: shown first, open. */
function missingOf(p: PositionView): readonly string[] {
  const replaceable = p.verdict.state !== "sound" && p.verdict.state !== "unmeasured";
  return [
    ...(p.working === null && isWetAluminium(p.technology) ? ["working"] : []),
    ...(p.parallelWith === null && p.verdict.state === "undecided" ? ["across"] : []),
    ...(p.following === null && p.role === "coupling" ? ["following"] : []),
    ...(p.esrMost === null && p.role === "regulatorOut" && replaceable ? ["esrLeast", "esrMost"] : []),
    ...(p.pulse === null && p.role === "suppression" && replaceable ? ["pulse"] : []),
    ...(p.audio === null && p.role === "crossover" && replaceable ? ["audio"] : []),
    ...(p.pitch === null && replaceable && p.mounting === "radial" ? ["pitch"] : []),
    ...(p.maxHeight === null && replaceable ? ["maxHeight"] : []),
  ];
}

const GROUPS: Readonly<Record<FieldGroup, readonly string[]>> = {
  marking: ["nominal", "rated", "technology", "toleranceMinus", "tolerancePlus", "temperature"],
  place: ["section", "channel", "role", "across", "counterpartGroup", "holdsCharge"],
  circuit: ["working", "following", "largest", "originalEsr", "esrLeast", "esrMost", "pulse", "audio"],
  fit: ["mounting", "diameter", "height", "pitch", "maxDiameter", "maxHeight"],
};

/** Fields that readings do not fill: what is missing and would decide something first, the rest in groups, folded. */
export function PositionFields({ position }: { position: PositionView }) {
  const { opened, touch, renew } = useOpened(position.version, position);
  return <Fields key={opened.version} position={opened.value} onTouch={touch} onDone={renew} />;
}

function Fields({ position: p, onTouch, onDone }: { position: PositionView; onTouch: () => void; onDone: () => void }) {
  const { view, write } = useJob();
  const message = useMessage();
  const [form] = Form.useForm();
  const text = (field: UnitField) => (p[field] === null ? "" : formatEngineering(p[field], UNIT_OF[field], { significant: 6 }));
  const save = async ({ reason, ...values }: Record<string, never>) => {
    const number = (field: UnitField) => parseValue(values[field] ?? "")?.value ?? null;
    const answer = await write("PATCH", `positions/${p.designator}`, {
      kind: "fields",
      version: p.version,
      reason: reason || null,
      fields: {
        ...values,
        ...Object.fromEntries(UNIT_FIELDS.map((f) => [f, number(f)])),
        channel: values.channel || null,
        counterpartGroup: values.counterpartGroup || null,
        ...Object.fromEntries(PLAIN_NUMBERS.map((f) => [f, numberOf(values[f])])),
        toleranceMinus: (numberOf(values.toleranceMinus) ?? 0) / 100,
        tolerancePlus: (numberOf(values.tolerancePlus) ?? 0) / 100,
        parallelWith: values.across === "unknown" ? null : values.across === "alone" ? [] : (values.parallelWith ?? []),
      },
    });
    if (answer.ok) void message.success("Saved.");
    if (answer.ok || answer.issue.code === "stale") onDone();
    else if (answer.issue.code === "holderReasonNeeded") setReasonAsked(true);
  };
  // a marking that no longer counts takes a part off the list of what must be shown discharged: the server says so and asks why
  const [reasonAsked, setReasonAsked] = useState(false);
  const across = Form.useWatch("across", form) as string | undefined;
  const holds = Form.useWatch("holdsCharge", form) as boolean | undefined;
  const unticked = p.holdsCharge && holds === false;
  const neighbours = view.positions.filter((q) => q.id !== p.id).map((q) => ({ value: q.designator, label: q.designator }));

  const mm = (name: "diameter" | "height" | "pitch" | "maxDiameter" | "maxHeight", label: string) => {
    const [least, most] = LIMITS[name === "maxDiameter" ? "diameter" : name === "maxHeight" ? "height" : name];
    return <NumberItem key={name} name={name} label={label} unit="mm" least={least} most={most} />;
  };
  const value = (name: UnitField, label: string, required = false) => (
    <Form.Item key={name} name={name} label={label} rules={[valueRule(UNIT_OF[name], required)]}>
      <Input className="mono" />
    </Form.Item>
  );
  const share = (name: string, label: string, most: number, unit: string, least = 0) => (
    <NumberItem key={name} name={name} label={label} unit={unit} least={least} most={most} />
  );
  const pick = (name: string, label: string, options: readonly { value: string; label: string }[]) => (
    <Form.Item key={name} name={name} label={label}>
      <Select showSearch={{ optionFilterProp: "label" }} options={[...options]} />
    </Form.Item>
  );
  const fields: Readonly<Record<string, ReactNode>> = {
    nominal: value("nominal", "Marked C", true),
    rated: value("rated", "Rated volts"),
    working: value("working", "Working volts (DC)"),
    following: value("following", measureWords.inputResistanceNextStage),
    largest: value("largest", "Largest C allowed"),
    originalEsr: value("originalEsr", measureWords.esrWhenNewKhz),
    esrLeast: value("esrLeast", measureWords.minimumEsrRegulator),
    esrMost: value("esrMost", measureWords.maximumEsrRegulator),
    pulse: share("pulse", "Maximum dV/dt", 1e6, "V/µs", 0.001),
    audio: value("audio", measureWords.signalVoltsAcrossRms),
    role: pick(
      "role",
      "Role",
      ROLES.map((v) => ({ value: v, label: roleName[v] })),
    ),
    technology: pick(
      "technology",
      "Type",
      TECHNOLOGIES.map((v) => ({ value: v, label: technologyName[v] })),
    ),
    mounting: pick(
      "mounting",
      "Mounting",
      MOUNTINGS.map((v) => ({ value: v, label: mountingName[v] })),
    ),
    across: (
      <div key="across">
        {pick("across", "Lies across it", [
          { value: "unknown", label: "not known" },
          { value: "alone", label: "nothing" },
          { value: "with", label: "these parts" },
        ])}
        {across === "with" && (
          <Form.Item name="parallelWith" label="Parts across it">
            <Select mode="multiple" options={neighbours} />
          </Form.Item>
        )}
      </div>
    ),
    diameter: mm("diameter", "Diameter"),
    height: mm("height", "Height"),
    pitch: mm("pitch", "Lead pitch"),
    maxDiameter: mm("maxDiameter", "Free diameter"),
    maxHeight: mm("maxHeight", "Free height"),
    temperature: share("temperature", "Temperature", 200, "°C", 40),
    toleranceMinus: share("toleranceMinus", "Tolerance −", 100, "%"),
    tolerancePlus: share("tolerancePlus", "Tolerance +", 200, "%"),
    section: (
      <Form.Item key="section" name="section" label="Section" rules={[{ required: true, whitespace: true, message: "Needed" }]}>
        <Input maxLength={60} />
      </Form.Item>
    ),
    channel: (
      <Form.Item key="channel" name="channel" label="Channel">
        <Input maxLength={12} />
      </Form.Item>
    ),
    counterpartGroup: (
      <Form.Item key="counterpartGroup" name="counterpartGroup" label="Counterpart group">
        <Input maxLength={40} placeholder={measureWords.oneNameAllThem} />
      </Form.Item>
    ),
    holdsCharge: (
      <div key="holdsCharge">
        <Form.Item name="holdsCharge" label="Holds charge" valuePropName="checked">
          <Switch />
        </Form.Item>
        {(unticked || reasonAsked) && (
          <Form.Item
            name="reason"
            label={measureWords.whyHoldsNone}
            rules={[{ required: true, min: 3, message: measureWords.enterWhyGoesRecord }]}
          >
            <Input maxLength={1000} />
          </Form.Item>
        )}
      </div>
    ),
  };
  const missing = missingOf(p);
  const keep = (
    <Button type="primary" htmlType="submit" style={{ margin: "10px 0 18px" }}>
      Save
    </Button>
  );
  return (
    <Form
      form={form}
      layout="vertical"
      requiredMark={false}
      onValuesChange={onTouch}
      onFinish={(v) => void save(v)}
      style={{ marginTop: 14 }}
      initialValues={{
        ...p,
        ...Object.fromEntries(UNIT_FIELDS.map((f) => [f, text(f)])),
        channel: p.channel ?? "",
        counterpartGroup: p.counterpartGroup ?? "",
        toleranceMinus: Math.round(p.tolerance.minus * 1000) / 10,
        tolerancePlus: Math.round(p.tolerance.plus * 1000) / 10,
        across: p.parallelWith === null ? "unknown" : p.parallelWith.length === 0 ? "alone" : "with",
      }}
    >
      {missing.length > 0 && (
        <section aria-label="Not known yet">
          <h3>{measureWords.notKnownYetNeeded}</h3>
          <div className={styles.fields}>{missing.map((name) => fields[name])}</div>
        </section>
      )}
      <Collapse
        size="small"
        items={(Object.keys(GROUPS) as FieldGroup[]).map((group) => ({
          key: group,
          label: fieldGroupName[group],
          forceRender: true,
          children: (
            <div className={styles.fields}>{GROUPS[group].filter((name) => !missing.includes(name)).map((name) => fields[name])}</div>
          ),
        }))}
      />
      {keep}
    </Form>
  );
}
