"use client";

import type { Scope } from "@mirvek/core/device";
import { isClosed } from "@mirvek/core/job";
import { Button } from "antd";
import { useState } from "react";
import type { OfferView } from "../../schemas/jobView";
import { scopeName } from "../../wording/observation";
import { list, money, percent, span } from "../../wording/quantity";
import { issueText } from "../../wording/requestIssue";
import { useJob } from "../job/JobProvider";
import { useMessage } from "../shared/Providers";
import { read } from "../shared/request";
import styles from "./Choose.module.css";
import { chooseWords } from "../../wording/screens/choose";

/** How much to replace, side by side, with parts, cost and bench time: what the owner is asked. */
export function Offer() {
  const { view, submit, write } = useJob();
  const message = useMessage();
  const [offer, setOffer] = useState<OfferView | null>(null);
  const [busy, setBusy] = useState(false);
  const { agreed } = view.unit.notes;
  const ask = async () => {
    setBusy(true);
    const answer = await read<OfferView>(`/api/jobs/${view.job.number}/offer`);
    setBusy(false);
    if (answer.ok) setOffer(answer.value);
    else void message.error(issueText(answer.issue), 6);
  };
  const closed = isClosed(view.job.state);
  const follow = async (scope: Scope) => {
    const { id: _id, number: _n, version, state: _s, waiver: _w, openedAt: _o, closedAt: _c, revision: _r, ...job } = view.job;
    await write("PATCH", "", { version, job: { ...job, scopeApproach: scope } });
  };
  const agree = (scope: Scope, cents: number) => void submit(`agreed ${scope} up to ${(cents / 100).toFixed(2)}`);
  return (
    <section className={styles.offer} aria-label="Repair options">
      <h2>
        {chooseWords.howMuchReplace}{" "}
        <Button size="small" loading={busy} onClick={() => void ask()}>
          {offer ? "Recalculate" : "Calculate costs"}
        </Button>
      </h2>
      {agreed && (
        <p>
          <b>
            {chooseWords.ownerAgreed} {agreed.scope === null ? "no repair" : scopeName[agreed.scope]}
          </b>
          {agreed.most === null ? "" : `, up to ${money(agreed.most * 100, view.shop.currency)}`}.
        </p>
      )}
      {offer && (
        <table className="sheet">
          <thead>
            <tr>
              <th>Replacement scope</th>
              <th className="n">Parts</th>
              <th className="n">Cost of parts</th>
              <th className="n">Bench time</th>
              <th>{chooseWords.notMeasuredStaying}</th>
              <th className="n">2-year return rate</th>
              <th>
                <span className="sr-only">Agree</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {offer.quotes.map((q) => (
              <tr key={q.scope} className={q.scope === view.job.scopeApproach ? styles.approach : undefined}>
                <td>
                  {scopeName[q.scope]}
                  {q.scope === view.job.scopeApproach && <small className="muted"> this job&apos;s scope</small>}
                </td>
                <td className="n" title={list(q.designators)}>
                  {q.designators.length}
                </td>
                <td className="n">
                  {money(q.cents, view.shop.currency)}
                  {q.unpriced.length > 0 && <small className="state-worn"> without {list(q.unpriced.slice(0, 3))}</small>}
                </td>
                <td className="n">{span(q.minutes * 60)}</td>
                <td>
                  {q.unproven.length === 0
                    ? "none"
                    : `${q.unproven.length}: ${q.unproven.slice(0, 6).join(" ")}${q.unproven.length > 6 ? " …" : ""}`}
                </td>
                <td className="n">
                  {percent(q.comeback.expected)}
                  <small className="muted">
                    {" "}
                    {percent(q.comeback.low)} to {percent(q.comeback.high)}
                    <br />
                    {historyText(offer.history[q.scope])}
                  </small>
                </td>
                <td>
                  {q.scope !== view.job.scopeApproach && !closed && (
                    <Button size="small" type="text" onClick={() => void follow(q.scope)} aria-label={`Follow: ${scopeName[q.scope]}`}>
                      Follow
                    </Button>
                  )}
                  <Button size="small" onClick={() => agree(q.scope, q.cents)}>
                    Owner agrees
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {offer && <p className="muted">{chooseWords.partsCataloguePricesMinutes}</p>}
    </section>
  );
}

const historyText = ({ jobs, own }: OfferView["history"][Scope]): string =>
  own === null ? chooseWords.ownClosedTooFew(jobs) : `own: ${own.back} of ${own.jobs}, ${percent(own.low)} to ${percent(own.high)}`;
