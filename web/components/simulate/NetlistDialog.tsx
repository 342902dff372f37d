"use client";

import { Button, Input, Modal } from "antd";
import { useEffect, useState } from "react";
import { circuitIssueText, figureText, netlistIssueText } from "../../wording/circuit";
import { makeCircuitClient } from "../../workers/circuit.client";
import type { NetlistAnswer } from "../../workers/circuit.protocol";
import { simulateWords } from "../../wording/screens/simulate";

/** A netlist of one's own: pasted, checked, solved. What is wrong is said with its line. */
export function NetlistDialog({ open, initial, onClose }: { open: boolean; initial: string; onClose: () => void }) {
  const [client] = useState(makeCircuitClient);
  const [text, setText] = useState(initial);
  const [answer, setAnswer] = useState<NetlistAnswer | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  useEffect(() => () => client.close(), [client]);
  const solve = async () => {
    const outcome = await client.ask({ type: "netlist", text });
    if (outcome.kind !== "answered") return;
    const reply = outcome.answer;
    setAnswer(reply.type === "netlist" ? reply.answer : null);
    setWrong(reply.type === "unreadable" ? netlistIssueText(reply.issue) : reply.type === "failed" ? circuitIssueText(reply.issue) : null);
  };
  return (
    <Modal
      open={open}
      onCancel={onClose}
      title={simulateWords.netlistYourOwn}
      width={720}
      footer={
        <Button type="primary" onClick={() => void solve()}>
          Solve <kbd>Ctrl Enter</kbd>
        </Button>
      }
      destroyOnHidden
    >
      <p className="muted">{simulateWords.withModelFirstLine}</p>
      <Input.TextArea
        value={text}
        onChange={(e) => setText(e.target.value)}
        onKeyDown={(e) => {
          if (e.key === "Enter" && (e.ctrlKey || e.metaKey)) void solve();
        }}
        autoSize={{ minRows: 9, maxRows: 16 }}
        className="mono"
        aria-label="Netlist"
        spellCheck={false}
      />
      <div aria-live="polite">
        {wrong && <p style={{ color: "var(--failed)", fontWeight: 600, marginTop: 8 }}>{wrong}</p>}
        {answer && (
          <table className="sheet" aria-label={simulateWords.voltsNetlist} style={{ marginTop: 8 }}>
            <thead>
              <tr>
                <th>Node</th>
                <th className="n">DC</th>
                <th className="n">Ripple p-p</th>
              </tr>
            </thead>
            <tbody>
              {answer.nodes.map((n) => (
                <tr key={n.node}>
                  <td className="mono">{n.node}</td>
                  <td className="n">{figureText(n.dc, "V")}</td>
                  <td className="n">{n.ripple === null ? "–" : figureText(n.ripple, "V")}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </div>
    </Modal>
  );
}
