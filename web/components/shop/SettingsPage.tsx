"use client";

import { Button, Input } from "antd";
import { useState } from "react";
import type { ShopTables } from "../../schemas/jobView";
import { meterPost, shopSettings, type MeterPost, type ShopEdit, type ShopSettings } from "../../schemas/shop";
import { shown } from "../../wording/quantity";
import { approachChoices } from "../../wording/vocabulary";
import { Pick } from "../shared/Pick";
import { ShopNav } from "./ShopNav";
import { useShopEdit } from "./useShopEdit";
import styles from "./ShopPage.module.css";
import { shopWords } from "../../wording/screens/shop";

type Edit = (change: ShopEdit) => Promise<boolean>;

/** What a shop sets once: its margins and approaches, its meters, the resistors it discharges with. */
export function SettingsPage({ initial }: { initial: ShopTables }) {
  const [tables, edit] = useShopEdit(initial);
  return (
    <main className={styles.page}>
      <ShopNav here="/shop/settings" />
      <h1>Meters and settings</h1>
      <p className="muted">
        <kbd>Tab</kbd> {shopWords.goesFromFieldField} <kbd>Enter</kbd> {shopWords.savesSectionEveryJob}
      </p>
      <Settings of={tables.settings} edit={edit} />
      <Meters rows={tables.meterRows} edit={edit} />
      <Drawer rows={tables.drawer} edit={edit} />
    </main>
  );
}

const NUMBERS = [
  ["touchLimit", shopWords.dischargedBelowMost, 1],
  ["marginWet", shopWords.voltsOverWorkingVolts, 1],
  ["marginTantalum", "the same, tantalum, ×", 1],
  ["marginFilm", "the same, film, ×", 1],
  ["highMains", "Mains above nominal, %", 100],
  ["targetYears", shopWords.yearsPartShouldLast, 1],
  ["hoursPerYear", shopWords.hoursYear, 1],
  ["ambient", shopWords.insideWarmUnit, 1],
] as const;
const CHOICES = ["scopeApproach", "valuePolicy", "tantalumApproach", "sidesApproach", "firstPowerApproach"] as const;

const asNumber = (text: string): number => (text.trim() === "" ? NaN : Number(text.replace(",", ".")));
const asText = (value: number): string => String(Number(value.toPrecision(6)));

function Settings({ of, edit }: { of: ShopSettings; edit: Edit }) {
  const [typed, setTyped] = useState<Record<string, string>>(() => ({
    name: of.name,
    currency: of.currency,
    ...Object.fromEntries(NUMBERS.map(([key, , times]) => [key, asText(of[key] * times)])),
  }));
  const [approaches, setApproaches] = useState<Partial<ShopSettings>>({});
  const [said, setSaid] = useState("");
  const keep = async () => {
    const numbers = Object.fromEntries(NUMBERS.map(([key, , times]) => [key, asNumber(typed[key]!) / times]));
    const read = shopSettings.safeParse({ ...of, ...approaches, name: typed.name, currency: typed.currency, ...numbers });
    if (!read.success) {
      const [first] = read.error.issues;
      const field = NUMBERS.find(([key]) => key === first?.path[0]);
      return setSaid(`${field ? field[1] : "That"} is not accepted: ${first?.message ?? ""}.`);
    }
    if (await edit({ kind: "settings", settings: read.data })) setSaid("Saved.");
  };
  return (
    <section aria-label={shopWords.marginsRepairApproach}>
      <h2>{shopWords.marginsRepairApproach}</h2>
      <form
        className={styles.fields}
        onSubmit={(e) => {
          e.preventDefault();
          void keep();
        }}
      >
        <Field label={shopWords.nameShop} value={typed.name!} onType={(name) => setTyped({ ...typed, name })} />
        <Field label="Currency" value={typed.currency!} onType={(currency) => setTyped({ ...typed, currency })} />
        {NUMBERS.map(([key, label]) => (
          <Field key={key} label={label} value={typed[key]!} onType={(text) => setTyped({ ...typed, [key]: text })} />
        ))}
        {CHOICES.map((key) => (
          <label key={key}>
            <span>{approachChoices[key].name}</span>
            <Pick<string>
              value={approaches[key] ?? of[key]}
              options={approachChoices[key].options}
              onPick={(value) => value && setApproaches({ ...approaches, [key]: value })}
            />
          </label>
        ))}
        <Button htmlType="submit">Save</Button>
        <span role="status">{said}</span>
      </form>
    </section>
  );
}

function Field({ label, value, onType, example }: { label: string; value: string; onType: (text: string) => void; example?: string }) {
  return (
    <label>
      <span>{label}</span>
      <Input size="small" className="mono" value={value} placeholder={example} maxLength={60} onChange={(e) => onType(e.target.value)} />
    </label>
  );
}

const SHOWS = [
  { value: "esr", label: "ESR" },
  { value: "capacitance", label: "capacitance" },
  { value: "ohmmeter", label: "ohms and volts" },
  { value: "volts", label: "volts" },
] as const;
const NEW_METER = {
  name: "",
  word: "",
  shows: "esr" as MeterPost["shows"],
  esrAt: "100000",
  capacitanceAt: "",
  endOhms: "",
  leadOhms: "",
  checkedOn: "",
};

/** What the fields of a meter are called on the screen. */
const METER_FIELD: Readonly<Record<keyof MeterPost, string>> = {
  id: "The meter",
  name: "Name",
  word: "Short name",
  shows: "Shows",
  esrAt: "ESR at",
  capacitanceAt: "C at",
  endOhms: "Full scale",
  leadOhms: "Leads together",
  checkedOn: "Last checked",
};

function Meters({ rows, edit }: { rows: readonly MeterPost[]; edit: Edit }) {
  const [typed, setTyped] = useState(NEW_METER);
  const [said, setSaid] = useState("");
  const optional = (text: string) => (text.trim() === "" ? null : asNumber(text));
  const keep = async () => {
    const known = rows.find((m) => m.word === typed.word.trim().toLowerCase());
    const read = meterPost.safeParse({
      ...typed,
      id: known?.id ?? typed.word.trim().toLowerCase(),
      word: typed.word.trim().toLowerCase(),
      esrAt: asNumber(typed.esrAt),
      capacitanceAt: optional(typed.capacitanceAt),
      endOhms: optional(typed.endOhms),
      leadOhms: optional(typed.leadOhms),
      checkedOn: typed.checkedOn.trim() === "" ? null : typed.checkedOn.trim(),
    });
    if (!read.success)
      return setSaid(
        `${METER_FIELD[read.error.issues[0]?.path[0] as keyof MeterPost] ?? "That"} is not accepted: ` +
          `${read.error.issues[0]?.message ?? ""}.`,
      );
    if (await edit({ kind: "meter", meter: read.data })) {
      setTyped(NEW_METER);
      setSaid("Saved.");
    }
  };
  return (
    <section aria-label="Meters">
      <h2>Meters</h2>
      <table className="sheet">
        <thead>
          <tr>
            <th>Meter</th>
            <th>Short name</th>
            <th>Shows</th>
            <th className="n">ESR at</th>
            <th className="n">C at</th>
            <th className="n">Full scale</th>
            <th className="n">Leads</th>
            <th>Checked</th>
            <th>
              <span className="sr-only">Change</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((m) => (
            <tr key={m.id}>
              <td>{m.name}</td>
              <td className="mono">{m.word}</td>
              <td>{SHOWS.find((s) => s.value === m.shows)!.label}</td>
              <td className="n">{shown(m.esrAt, "Hz")}</td>
              <td className="n">{m.capacitanceAt === null ? "DC" : shown(m.capacitanceAt, "Hz")}</td>
              <td className="n">{m.endOhms === null ? "–" : shown(m.endOhms, "Ω")}</td>
              <td className="n">{m.leadOhms === null ? "–" : shown(m.leadOhms, "Ω")}</td>
              <td>{m.checkedOn ?? "never"}</td>
              <td>
                <Button
                  size="small"
                  type="text"
                  aria-label={`Change ${m.name}`}
                  onClick={() =>
                    setTyped({
                      name: m.name,
                      word: m.word,
                      shows: m.shows,
                      esrAt: String(m.esrAt),
                      capacitanceAt: m.capacitanceAt === null ? "" : String(m.capacitanceAt),
                      endOhms: m.endOhms === null ? "" : String(m.endOhms),
                      leadOhms: m.leadOhms === null ? "" : String(m.leadOhms),
                      checkedOn: m.checkedOn ?? "",
                    })
                  }
                >
                  Change
                </Button>
                <Button
                  size="small"
                  type="text"
                  aria-label={`Remove ${m.name}`}
                  onClick={() => void edit({ kind: "retireMeter", id: m.id })}
                >
                  Remove
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <form
        className={styles.fields}
        onSubmit={(e) => {
          e.preventDefault();
          void keep();
        }}
      >
        <Field label="Name" value={typed.name} example="Green meter" onType={(name) => setTyped({ ...typed, name })} />
        <Field label="Short name" value={typed.word} example="green" onType={(word) => setTyped({ ...typed, word })} />
        <label>
          <span>Shows</span>
          <Pick value={typed.shows} options={SHOWS} onPick={(shows) => shows && setTyped({ ...typed, shows })} />
        </label>
        <Field label="ESR at, Hz" value={typed.esrAt} onType={(esrAt) => setTyped({ ...typed, esrAt })} />
        <Field
          label={shopWords.hzEmptyDc}
          value={typed.capacitanceAt}
          example="120"
          onType={(capacitanceAt) => setTyped({ ...typed, capacitanceAt })}
        />
        <Field label="Full scale, Ω" value={typed.endOhms} example="99" onType={(endOhms) => setTyped({ ...typed, endOhms })} />
        <Field label="Leads together, Ω" value={typed.leadOhms} example="0.05" onType={(leadOhms) => setTyped({ ...typed, leadOhms })} />
        <Field
          label="Last checked"
          value={typed.checkedOn}
          example="2026-05-01"
          onType={(checkedOn) => setTyped({ ...typed, checkedOn })}
        />
        <Button htmlType="submit">Save meter</Button>
        <span role="status">{said}</span>
      </form>
    </section>
  );
}

function Drawer({ rows, edit }: { rows: ShopTables["drawer"]; edit: Edit }) {
  const [typed, setTyped] = useState({ ohms: "", rated: "", limit: "" });
  const [said, setSaid] = useState("");
  const keep = async () => {
    const [ohms, rated, limit] = [typed.ohms, typed.rated, typed.limit].map(asNumber) as [number, number, number];
    if (!(ohms > 0 && rated > 0 && limit > 0)) return setSaid(shopWords.ohmsWattsVoltsNumbers);
    if (await edit({ kind: "resistor", ohms, rated, limit })) {
      setTyped({ ohms: "", rated: "", limit: "" });
      setSaid("Saved.");
    }
  };
  return (
    <section aria-label={shopWords.resistorsDischargeWith}>
      <h2>{shopWords.resistorsDischargeWith}</h2>
      <ul className={styles.drawer}>
        {rows.map((r) => (
          <li key={r.id}>
            <span className="mono">
              {shown(r.ohms, "Ω")} {r.rated} W, {r.limit} V
            </span>
            <Button
              size="small"
              type="text"
              aria-label={`Remove ${shown(r.ohms, "Ω")} ${r.rated} W`}
              onClick={() => void edit({ kind: "retireResistor", id: r.id })}
            >
              Remove
            </Button>
          </li>
        ))}
      </ul>
      <form
        className={styles.fields}
        onSubmit={(e) => {
          e.preventDefault();
          void keep();
        }}
      >
        <Field label="Ω" value={typed.ohms} example="1000" onType={(ohms) => setTyped({ ...typed, ohms })} />
        <Field label="W" value={typed.rated} example="10" onType={(rated) => setTyped({ ...typed, rated })} />
        <Field label="Its own limit, V" value={typed.limit} example="750" onType={(limit) => setTyped({ ...typed, limit })} />
        <Button htmlType="submit">Add</Button>
        <span role="status">{said}</span>
      </form>
    </section>
  );
}
