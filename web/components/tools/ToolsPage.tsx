"use client";

import { Button, Input } from "antd";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { issueText } from "../../wording/requestIssue";
import { useMessage, useTheme } from "../shared/Providers";
import { send } from "../shared/request";
import { useKeys } from "../shared/useKeys";
import { BENCH_TOOLS, workOut, type ToolBench } from "./benchTools";
import { Matching } from "./Matching";
import styles from "./Tools.module.css";
import { toolsWords } from "../../wording/screens/tools";

const KEYS = "1234567890qwe";
const LAST = "matching";

/** The arithmetic of a bench without a job: pick by a key, type, read; what comes out can go into a jobNumber. */
export function ToolsPage({ bench }: { bench: ToolBench }) {
  const router = useRouter();
  const message = useMessage();
  const { toggle } = useTheme();
  const [at, setAt] = useState(BENCH_TOOLS[0]!.id);
  const [typed, setTyped] = useState<Readonly<Record<string, Readonly<Record<string, string>>>>>({});
  const [jobNumber, setJobNumber] = useState("");
  const pick = (id: string) => {
    setAt(id);
    requestAnimationFrame(() => document.querySelector<HTMLElement>("[data-tool-field]")?.focus());
  };
  useKeys({
    ...Object.fromEntries(BENCH_TOOLS.map((t, i) => [KEYS[i]!, () => pick(t.id)])),
    m: () => pick(LAST),
    b: () => router.push("/"),
    d: toggle,
  });
  const tool = BENCH_TOOLS.find((t) => t.id === at);
  const mine = typed[at] ?? {};
  const answer = tool ? workOut(tool, mine, bench) : null;
  const sendIn = async (text: string) => {
    const number = Number(jobNumber);
    if (!/^\d{1,6}$/.test(jobNumber.trim())) return void message.error(toolsWords.whichJobEnterNumber, 4);
    const sent = await send("POST", `/api/jobs/${number}/readout`, {
      line: `note ${text}`.slice(0, 400),
      clientKey: crypto.randomUUID(),
      current: null,
      meter: null,
      inCircuit: true,
    });
    if (sent.ok) void message.success(`In job ${number}.`);
    else void message.error(issueText(sent.issue), 6);
  };
  const said = tool
    ? `${tool.name.toLowerCase()}: ${tool.fields
        .map((f) => `${f.label.toLowerCase()} ${mine[f.key] || (f.optional ? "" : f.usual)}`)
        .filter((s) => !s.endsWith(" "))
        .join(", ")}: ${answer!.lines.join(" ")}`
    : "";
  return (
    <main className={styles.page}>
      <p>
        <Link prefetch={false} href="/">
          Bench
        </Link>{" "}
        <kbd>b</kbd>
      </p>
      <h1>Bench tools</h1>
      <div className={styles.split}>
        <nav aria-label="Tools">
          <ul>
            {[...BENCH_TOOLS, { id: LAST, name: "Match devices" }].map((t, i) => (
              <li key={t.id}>
                <button type="button" aria-current={t.id === at} onClick={() => pick(t.id)}>
                  {t.name} <kbd>{t.id === LAST ? "m" : KEYS[i]}</kbd>
                </button>
              </li>
            ))}
          </ul>
        </nav>
        <div>
          {tool && answer ? (
            <section aria-label={tool.name} className={styles.tool}>
              <h2>{tool.name}</h2>
              <div className={styles.fields}>
                {tool.fields.map((f) => (
                  <label key={f.key}>
                    <span>
                      {f.label}
                      {f.optional ? <small className="muted"> if known</small> : null}
                    </span>
                    <Input
                      className="mono"
                      data-tool-field
                      value={mine[f.key] ?? ""}
                      placeholder={f.usual}
                      onChange={(e) => setTyped({ ...typed, [at]: { ...mine, [f.key]: e.target.value } })}
                    />
                  </label>
                ))}
              </div>
              <div className={styles.answer} role="status" aria-label="Answer" data-minded={answer.minded ?? false}>
                {answer.example && <small className="muted">{toolsWords.exampleFromFields}</small>}
                {answer.lines.map((l, i) => (
                  <p key={l} className={i === 0 ? styles.first : undefined}>
                    {l}
                  </p>
                ))}
              </div>
              <p className="muted">{tool.source}</p>
            </section>
          ) : (
            <Matching onSend={(text) => void sendIn(text)} />
          )}
          <p className={styles.send}>
            <label>
              Job{" "}
              <Input
                className="mono"
                aria-label="Job number"
                value={jobNumber}
                onChange={(e) => setJobNumber(e.target.value)}
                placeholder="0406"
              />
            </label>
            {tool && !answer?.example && (
              <Button size="small" onClick={() => void sendIn(said)}>
                {toolsWords.saveJob}
              </Button>
            )}
          </p>
        </div>
      </div>
    </main>
  );
}
