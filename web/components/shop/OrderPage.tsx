"use client";

import type { OrderLine } from "@mirvek/core/choose";
import { Button, Input } from "antd";
import Link from "next/link";
import { useEffect, useState } from "react";
import type { MeterView, OrderView } from "../../schemas/jobView";
import type { StockPost } from "../../schemas/shop";
import { orderMindText } from "../../wording/choose";
import { jobNumberText, marked, money } from "../../wording/quantity";
import { issueText } from "../../wording/requestIssue";
import { useMessage, useShopTime } from "../shared/Providers";
import { Pick } from "../shared/Pick";
import { read, send } from "../shared/request";
import { useKeys } from "../shared/useKeys";
import { ShopNav } from "./ShopNav";
import styles from "./ShopPage.module.css";
import { shopWords } from "../../wording/screens/shop";

const LOOK_AGAIN_MS = 1000;

/** What the open jobs need, over all of them: what to order, what is here, what is on its way, what lacks a part. */
export function OrderPage({ initial, currency, meters }: { initial: OrderView; currency: string; meters: readonly MeterView[] }) {
  const time = useShopTime();
  const message = useMessage();
  const [order, setOrder] = useState(initial);
  const [at, setAt] = useState(0);
  const [open, setOpen] = useState<number | null>(null);
  const here = order.lines[Math.min(at, order.lines.length - 1)] ?? null;
  const book = async (post: StockPost): Promise<boolean> => {
    const answer = await send<OrderView>("POST", "/api/shop/stock", post);
    if (answer.ok) setOrder(answer.value);
    else void message.error(issueText(answer.issue), 6);
    return answer.ok;
  };
  const plain = (line: OrderLine, kind: StockPost["kind"], count: number) =>
    void book({ partId: line.partId, kind, count, lot: null, note: "", sample: null });
  // the rest of the open jobs is looked through meanwhile
  useEffect(() => {
    if (order.left === 0) return;
    const timer = setTimeout(() => void read<OrderView>("/api/shop/stock").then((a) => a.ok && setOrder(a.value)), LOOK_AGAIN_MS);
    return () => clearTimeout(timer);
  }, [order]);
  const move = (by: number) => setAt(Math.max(0, Math.min(order.lines.length - 1, at + by)));
  useKeys({
    ArrowDown: () => move(1),
    ArrowUp: () => move(-1),
    Enter: () => here && setOpen(open === here.partId ? null : here.partId),
    x: () => here && here.quantity > 0 && plain(here, "ordered", here.quantity),
    Escape: () => setOpen(null),
  });
  const sum = order.lines.reduce((s, l) => s + (l.totalCents ?? 0), 0);
  const unknown = order.lines.filter((l) => l.totalCents === null).length;
  return (
    <main className={styles.page}>
      <ShopNav here="/shop/order" />
      <h1>Order and stock</h1>
      <p className="muted">
        {order.jobs} {shopWords.openJobsChosenNot} <kbd>↑</kbd> <kbd>↓</kbd> pick, <kbd>x</kbd> marks as ordered, <kbd>Enter</kbd> books in.
      </p>
      {order.lines.length === 0 ? (
        <p>{shopWords.nothingOrderPartsTaken}</p>
      ) : (
        <table className="sheet" aria-label="Order">
          <thead>
            <tr>
              <th>Part</th>
              <th>For</th>
              <th className="n">Needed</th>
              <th className="n">Spares</th>
              <th className="n">Here</th>
              <th className="n">Coming</th>
              <th className="n">Order</th>
              <th className="n">In stock</th>
              <th className="n">Total</th>
              <th>
                <span className="sr-only">Book</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {order.lines.map((l, i) => (
              <Line
                key={l.partId}
                line={l}
                currency={currency}
                meters={meters}
                picked={i === Math.min(at, order.lines.length - 1)}
                open={open === l.partId}
                onPick={() => setAt(i)}
                onOpen={() => setOpen(open === l.partId ? null : l.partId)}
                onOrdered={() => plain(l, "ordered", l.quantity)}
                onBook={book}
              />
            ))}
          </tbody>
          <tfoot>
            <tr>
              <td colSpan={8}>
                {money(sum, currency)} to order{unknown > 0 ? `, ${unknown} without a price` : ""}
              </td>
              <td colSpan={2}>
                <a href="/api/order.csv">Order, CSV</a>
              </td>
            </tr>
          </tfoot>
        </table>
      )}
      {order.left > 0 && (
        <p className="muted" role="status">
          {order.left} open {order.left === 1 ? "job" : "jobs"} {shopWords.stillBeCheckedParts}
        </p>
      )}
      {order.lacking.length > 0 && (
        <section aria-label="Without a part">
          <h2>{shopWords.noPartChosenYet}</h2>
          <ul>
            {order.lacking.map((l) => (
              <li key={`${l.job} ${l.designator}`}>
                <Link prefetch={false} href={`/jobs/${l.job}/choose`}>
                  {jobNumberText(l.job)}
                </Link>{" "}
                <b className="mono">{l.designator}</b> {marked(l.nominal, l.rated)}{" "}
                <small className="muted">{l.bad ? "bad" : shopWords.replacementScope}</small>
              </li>
            ))}
          </ul>
        </section>
      )}
      {order.moves.length > 0 && (
        <section aria-label="Moves">
          <h2>Booked</h2>
          <ul>
            {order.moves.map((m) => (
              <li key={m.id}>
                {time.dateTime(m.at)} {m.count} × <span className="mono">{m.code}</span> {m.kind}
                {m.lot && `, lot ${m.lot}`}
                {m.note && `, ${m.note}`} <small className="muted">{m.by}</small>
              </li>
            ))}
          </ul>
        </section>
      )}
    </main>
  );
}

interface LineProps {
  line: OrderLine;
  currency: string;
  meters: readonly MeterView[];
  picked: boolean;
  open: boolean;
  onPick: () => void;
  onOpen: () => void;
  onOrdered: () => void;
  onBook: (post: StockPost) => Promise<boolean>;
}

function Line({ line: l, currency, meters, picked, open, onPick, onOpen, onOrdered, onBook }: LineProps) {
  const minds = [
    ...(l.onlySome ? [l.needed > 1 ? shopWords.notEnoughAllThese : "Not available now."] : []),
    ...(l.withdrawn ? ["Discontinued: choose another."] : []),
    ...l.minds.map((m) => `${orderMindText(m)}.`),
  ];
  return (
    <>
      <tr className={picked ? styles.picked : ""} aria-selected={picked} onClick={onPick}>
        <td>
          <b className="mono">{l.code}</b> <small className="muted">{l.supplier}</small>
          <br />
          <small>
            {l.series}, {l.description}
          </small>
          {minds.length > 0 && (
            <>
              <br />
              <small className="state-worn">{minds.join(" ")}</small>
            </>
          )}
        </td>
        <td>{l.uses.join(", ")}</td>
        <td className="n">{l.needed}</td>
        <td className="n">{l.spares}</td>
        <td className="n" title={`${l.reserved} reserved`}>
          {l.here}
        </td>
        <td className="n">{l.coming}</td>
        <td className="n">
          <b>{l.quantity}</b>
        </td>
        <td className="n">
          {l.inStock ?? "?"}
          {l.short > 0 && <small className="state-worn"> {l.short} short</small>}
        </td>
        <td className="n">{l.totalCents === null ? "?" : money(l.totalCents, currency)}</td>
        <td>
          {l.quantity > 0 && (
            <Button size="small" onClick={onOrdered} aria-label={`${l.code} is ordered`}>
              Ordered
            </Button>
          )}
          <Button size="small" type="text" aria-expanded={open} onClick={onOpen} aria-label={`Book ${l.code} in`}>
            Book in
          </Button>
        </td>
      </tr>
      {open && (
        <tr>
          <td colSpan={10}>
            <BookIn line={l} meters={meters} onBook={onBook} />
          </td>
        </tr>
      )}
    </>
  );
}

/** What came, of which lot, and what one of them reads on a meter of the shop: that one goes onto the shelf. */
function BookIn({
  line,
  meters,
  onBook,
}: {
  line: OrderLine;
  meters: readonly MeterView[];
  onBook: (post: StockPost) => Promise<boolean>;
}) {
  const [kind, setKind] = useState<StockPost["kind"]>("delivered");
  const [count, setCount] = useState(String(line.coming || line.quantity || line.needed));
  const [lot, setLot] = useState("");
  const [esr, setEsr] = useState("");
  const shows = meters.filter((m) => m.shows === "esr");
  const [meter, setMeter] = useState(shows[0]?.id ?? null);
  const [said, setSaid] = useState("");
  const keep = async () => {
    const [number, ohms] = [Number(count), Number(esr.replace(",", "."))];
    if (!Number.isInteger(number) || number < 0 || count.trim() === "") return setSaid("How many?");
    if (esr.trim() !== "" && !(ohms > 0)) return setSaid(shopWords.esrOhmsLeaveEmpty);
    const sample = esr.trim() === "" || meter === null ? null : { meter, esr: ohms };
    if (await onBook({ partId: line.partId, kind, count: number, lot: lot.trim() || null, note: "", sample })) setSaid("Booked.");
  };
  return (
    <form
      className={styles.fields}
      aria-label={`Book ${line.code}`}
      onSubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
    >
      <label>
        <span>Movement</span>
        <Pick
          value={kind}
          options={[
            { value: "delivered", label: "received" },
            { value: "counted", label: "counted in stock" },
            { value: "taken", label: "used elsewhere" },
          ]}
          onPick={(k) => k && setKind(k)}
        />
      </label>
      <label>
        <span>How many</span>
        <Input size="small" className="mono" autoFocus value={count} maxLength={6} onChange={(e) => setCount(e.target.value)} />
      </label>
      <label>
        <span>Lot</span>
        <Input size="small" className="mono" value={lot} maxLength={40} onChange={(e) => setLot(e.target.value)} />
      </label>
      {kind === "delivered" && shows.length > 0 && (
        <>
          <label>
            <span>{shopWords.esrOneReferenceShelf}</span>
            <Input size="small" className="mono" value={esr} maxLength={12} placeholder="0.12" onChange={(e) => setEsr(e.target.value)} />
          </label>
          <label>
            <span>on</span>
            <Pick value={meter} options={shows.map((m) => ({ value: m.id, label: m.name }))} onPick={setMeter} />
          </label>
        </>
      )}
      <Button size="small" htmlType="submit">
        Book
      </Button>
      <span role="status">{said}</span>
    </form>
  );
}
