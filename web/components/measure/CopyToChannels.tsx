"use client";

import { shiftDesignator } from "@mirvek/core/entry";
import { Form, Input, InputNumber, Modal, Select } from "antd";
import { useState } from "react";
import { list } from "../../wording/quantity";
import { useJob } from "../job/JobProvider";
import { measureWords } from "../../wording/screens/measure";

const MAX_CHANNELS = 15;

/**
 * The same positions again in every other channel, in one act: C14 becomes C114, C214 … Originals and copies are compared as
 * counterparts from then on.
 */
export function CopyToChannels({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { view, write } = useJob();
  const channels = [...new Set(view.positions.flatMap((p) => p.channel ?? []))];
  const [from, setFrom] = useState<string[] | null>(null);
  const [offset, setOffset] = useState<number | null>(100);
  const [named, setNamed] = useState("R");
  const names = named.split(/[\s,;]+/).filter(Boolean);
  const [busy, setBusy] = useState(false);
  const originals =
    from ??
    view.positions.filter((p) => p.channel !== null && p.channel === channels[0] && p.counterparts.length === 0).map((p) => p.designator);
  const copies = names.flatMap((_, i) => originals.map((d) => shiftDesignator(d, (offset ?? 0) * (i + 1))));
  const taken = copies.filter((c): c is string => c !== null && view.positions.some((p) => p.designator === c));
  const ready =
    originals.length > 0 &&
    offset !== null &&
    offset !== 0 &&
    taken.length === 0 &&
    !copies.includes(null) &&
    names.length > 0 &&
    names.length <= MAX_CHANNELS &&
    new Set(names).size === names.length &&
    names.every((n) => /^[A-Za-z0-9]{1,12}$/.test(n));
  const copy = async () => {
    setBusy(true);
    const answer = await write("POST", "positions", { kind: "counterparts", from: originals, offset, channels: names });
    setBusy(false);
    if (!answer.ok) return;
    setFrom(null);
    onClose();
  };
  return (
    <Modal
      open={open}
      onCancel={onClose}
      onOk={() => void copy()}
      okText={`Make ${copies.length}`}
      okButtonProps={{ disabled: !ready, loading: busy }}
      title={measureWords.copyOtherChannels}
      afterOpenChange={(stands) => stands && document.getElementById("counterpart-from")?.focus()}
      destroyOnHidden
    >
      <Form layout="vertical">
        <Form.Item label="Positions" htmlFor="counterpart-from">
          <Select
            id="counterpart-from"
            mode="multiple"
            value={originals}
            onChange={setFrom}
            options={view.positions.map((p) => ({ value: p.designator, label: p.designator }))}
          />
        </Form.Item>
        <Form.Item label={measureWords.numbersGoUpEach} htmlFor="counterpart-offset">
          <InputNumber id="counterpart-offset" value={offset} onChange={setOffset} min={-9998} max={9998} precision={0} />
        </Form.Item>
        <Form.Item label={measureWords.channelsCopiesTheirOrder} htmlFor="counterpart-channel">
          <Input
            id="counterpart-channel"
            value={named}
            onChange={(e) => setNamed(e.target.value)}
            onPressEnter={() => ready && void copy()}
            maxLength={200}
          />
        </Form.Item>
      </Form>
      <p className={taken.length > 0 ? "state-failed" : "muted"}>
        {taken.length > 0
          ? `${list(taken)} already there.`
          : originals.length > 0
            ? `Makes ${copies.slice(0, 6).join(", ")}${copies.length > 6 ? " …" : ""}`
            : measureWords.pickWhatCopy}
      </p>
    </Modal>
  );
}
