"use client";

import { FINDINGS, FINDING_GROUPS, SUPPLY_KINDS, UNIT_KINDS, type SupplyKind, type UnitKind } from "@mirvek/core/device";
import { Button, Checkbox, Form, Input, Segmented } from "antd";
import { useState, type ComponentType, type KeyboardEvent } from "react";
import type { CheckIn } from "../../schemas/job";
import { findingGroupName, findingName, approachChoices, supplyKindName, unitKindName } from "../../wording/vocabulary";
import { NumberItem, numberOf } from "../shared/NumberItem";
import type { FindingsBoxProps } from "./FindingsBox";
import { Pick } from "../shared/Pick";
import styles from "./CheckInForm.module.css";
import { checkInWords } from "../../wording/screens/checkIn";

export const EMPTY_TAKE_IN: CheckIn = {
  title: "",
  unitKind: "stereoAmplifier",
  supplyKind: "linear",
  mainsHz: 50,
  mainsV: 230,
  ageYears: null,
  channels: 2,
  owner: "",
  complaint: "",
  earlierRepairs: "",
  findings: [],
  valuePolicy: "same",
  tantalumApproach: "sameKind",
  scopeApproach: "provenBad",
  sidesApproach: "everyChannel",
  firstPowerApproach: "suppliesFirst",
  faultyChannel: null,
};

const USUAL_SUPPLY: Partial<Record<UnitKind, SupplyKind>> = {
  valveAmplifier: "valveRectifier",
  passiveLoudspeaker: "none",
  mobileAmplifier: "battery",
};

const onMains = (kind: SupplyKind) => kind === "linear" || kind === "switchMode" || kind === "valveRectifier";

interface Props {
  initial: CheckIn;
  saveLabel: string;
  /** the list that is searched by typing: at once, or after the page, as the screen can bear */
  findingsBox: ComponentType<FindingsBoxProps>;
  /** resolves to whether it was kept; what was typed stays either way */
  /** something was filled in */
  onTouch?: () => void;
  onSave: (job: CheckIn) => Promise<boolean>;
}

const APPROACHES = Object.entries(approachChoices) as [
  keyof typeof approachChoices,
  { name: string; options: readonly { value: string; label: string; means: string }[] },
][];

/** What is written down when a unit comes in. Tab goes down the form, Ctrl+Enter keeps it from anywhere. */
export function CheckInForm({ initial, saveLabel, findingsBox: FindingsBox, onTouch, onSave }: Props) {
  const [form] = Form.useForm<CheckIn>();
  const [busy, setBusy] = useState(false);
  const supply = Form.useWatch("supplyKind", form) ?? initial.supplyKind;
  const findings = Form.useWatch("findings", form) ?? initial.findings;
  const approaches = Form.useWatch((all) => all, form);
  const save = async () => {
    const values = await form.validateFields().catch(() => null);
    if (!values) return;
    setBusy(true);
    const written = form.getFieldsValue(true) as CheckIn;
    await onSave({
      ...initial,
      ...written,
      mainsV: numberOf(written.mainsV),
      ageYears: numberOf(written.ageYears),
      channels: numberOf(written.channels) ?? initial.channels,
      faultyChannel: written.findings.includes("oneChannel") ? written.faultyChannel?.trim() || null : null,
    });
    setBusy(false);
  };
  const onKey = (event: KeyboardEvent) => {
    if (event.key === "Enter" && (event.ctrlKey || event.metaKey)) {
      event.preventDefault();
      void save();
    }
  };
  const tick = (token: string, on: boolean) => {
    onTouch?.();
    form.setFieldValue("findings", on ? [...findings, token] : findings.filter((f) => f !== token));
  };
  return (
    <Form
      form={form}
      initialValues={initial}
      layout="vertical"
      requiredMark={false}
      onKeyDown={onKey}
      onValuesChange={onTouch}
      onFinish={() => void save()}
      className={styles.form}
    >
      <div className={styles.unit}>
        <Form.Item
          name="title"
          label="Unit"
          rules={[{ required: true, whitespace: true, message: checkInWords.nameUnitRehearsalReceiver }]}
        >
          <Input autoFocus maxLength={120} placeholder={checkInWords.rehearsalReceiverTwoChannels} />
        </Form.Item>
        <Form.Item name="unitKind" label="Kind" trigger="onPick">
          <Pick
            className={styles.pick}
            options={UNIT_KINDS.map((value) => ({ value, label: unitKindName[value] }))}
            onPick={(kind) => kind && form.setFieldValue("supplyKind", USUAL_SUPPLY[kind] ?? "linear")}
          />
        </Form.Item>
        <Form.Item name="supplyKind" label="Supply" trigger="onPick">
          <Pick className={styles.pick} options={SUPPLY_KINDS.map((value) => ({ value, label: supplyKindName[value] }))} />
        </Form.Item>
      </div>
      <Form.Item name="complaint" label={checkInWords.complaintOwnersWords}>
        <Input.TextArea autoSize={{ minRows: 2, maxRows: 6 }} maxLength={4000} placeholder={checkInWords.growlsUnderQuietScenes} />
      </Form.Item>
      <Form.Item name="findings" label={checkInWords.heardSeenBenchType}>
        <FindingsBox
          onOwnWords={(words) => form.setFieldValue("complaint", [form.getFieldValue("complaint"), words].filter(Boolean).join("\n"))}
        />
      </Form.Item>
      <div className={styles.findings}>
        {FINDING_GROUPS.map((group) => (
          <div key={group} role="group" aria-label={findingGroupName[group]}>
            <span aria-hidden="true">{findingGroupName[group]}</span>
            {FINDINGS[group].map((token) => (
              <Checkbox key={token} tabIndex={-1} checked={findings.includes(token)} onChange={(e) => tick(token, e.target.checked)}>
                {findingName[token]}
              </Checkbox>
            ))}
          </div>
        ))}
      </div>
      <div className={styles.numbers}>
        <Form.Item name="mainsHz" label="Mains frequency">
          <Segmented
            disabled={!onMains(supply)}
            options={[
              { value: 50, label: "50 Hz" },
              { value: 60, label: "60 Hz" },
            ]}
          />
        </Form.Item>
        <NumberItem name="mainsV" label="Mains volts" unit="V ~" least={1} most={500} disabled={!onMains(supply)} />
        <NumberItem name="ageYears" label="Age" unit="years" least={0} most={150} whole />
        <NumberItem name="channels" label="Number of channels" least={1} most={64} whole needed />
        {findings.includes("oneChannel") && (
          <Form.Item name="faultyChannel" label="Faulty channel" rules={[{ pattern: /^[A-Za-z0-9]{0,12}$/, message: "L, R, 3 …" }]}>
            <Input maxLength={12} placeholder="L" />
          </Form.Item>
        )}
        <Form.Item name="owner" label="Owner" className={styles.wide}>
          <Input maxLength={120} placeholder={checkInWords.whoseHowReachThem} />
        </Form.Item>
        <Form.Item name="earlierRepairs" label={checkInWords.earlierRepairsDateStamps}>
          <Input.TextArea autoSize={{ minRows: 1, maxRows: 4 }} maxLength={4000} placeholder={checkInWords.outputPairReplacedEleven} />
        </Form.Item>
      </div>
      <div className={styles.approaches}>
        {APPROACHES.map(([name, { name: label, options }]) => (
          <Form.Item
            key={name}
            name={name}
            label={label}
            trigger="onPick"
            extra={options.find((o) => o.value === (approaches?.[name] ?? initial[name]))?.means}
          >
            <Pick className={styles.pick} options={options} />
          </Form.Item>
        ))}
      </div>
      <div className={styles.foot}>
        <Button type="primary" htmlType="submit" loading={busy}>
          {saveLabel}
        </Button>
        <span className="muted">
          <kbd>Ctrl</kbd> <kbd>Enter</kbd> from anywhere
        </span>
      </div>
    </Form>
  );
}
