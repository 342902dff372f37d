"use client";

import type { CataloguePart } from "@mirvek/core/choose";
import { Button, Popover, Spin } from "antd";
import { useState } from "react";
import type { OfferLine } from "../../schemas/jobView";
import { ago, money } from "../../wording/quantity";
import { issueText } from "../../wording/requestIssue";
import { useNow } from "../job/JobProvider";
import { read } from "../shared/request";
import styles from "./Choose.module.css";
import { chooseWords } from "../../wording/screens/choose";

/** What a part costs; opened, what it cost and how many there were before. */
export function Price({ part, currency }: { part: CataloguePart; currency: string }) {
  const now = useNow();
  const [before, setBefore] = useState<OfferLine[] | null>(null);
  const [wrong, setWrong] = useState("");
  const open = async () => {
    const answer = await read<OfferLine[]>(`/api/shop/parts?offers=${part.id}`);
    if (answer.ok) setBefore(answer.value);
    else setWrong(issueText(answer.issue));
  };
  const priceText = (cents: number | null) => (cents === null ? "?" : money(cents, currency));
  const content = wrong ? (
    <p className="state-failed">{wrong}</p>
  ) : before === null ? (
    <Spin aria-label="Loading" />
  ) : before.length === 0 ? (
    <p>{chooseWords.earlierPricesMissing}</p>
  ) : (
    <table className="sheet" aria-label={chooseWords.priceStock(part.code)}>
      <thead>
        <tr>
          <th>When</th>
          <th className="n">Each</th>
          <th className="n">Stock</th>
          <th>Entered by</th>
        </tr>
      </thead>
      <tbody>
        {before.map((o) => (
          <tr key={o.at}>
            <td>{ago(o.at, now)}</td>
            <td className="n">{priceText(o.priceCents)}</td>
            <td className="n">{o.stock ?? "?"}</td>
            <td>{o.asked ? "the supplier's answer" : "a file"}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
  return (
    <Popover trigger="click" content={content} onOpenChange={(isOpen) => isOpen && void open()}>
      <Button type="text" size="small" className={styles.price} aria-label={chooseWords.priceOverTime(part.code)}>
        {priceText(part.priceCents)}
      </Button>
    </Popover>
  );
}
