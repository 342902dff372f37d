import { dBText } from "../../wording/sound";
import { lessBy, type BeforeAfterFigures, type Change } from "./beforeAfter";

const NAME: Readonly<Record<Change["what"], string>> = {
  hum: "Hum, all its lines",
  noise: "Everything, 20 Hz to 20 kHz",
  noiseA: "Everything, A-weighted",
};
const text = ({ level, there }: Change["before"], what: Change["what"]): string =>
  `${there ? "" : "none above "}${dBText(level, what === "noiseA" ? "dBA" : "dBFS")}`;

/** Hum and noise with nothing played, before and after, in one table. */
export function ChangeTable({ of: { before, after, changes } }: { of: NonNullable<BeforeAfterFigures["quiet"]> }) {
  return (
    <table className="sheet">
      <thead>
        <tr>
          <th>With nothing played</th>
          <th className="n">Before ({before})</th>
          <th className="n">After ({after})</th>
          <th className="n">Less by</th>
        </tr>
      </thead>
      <tbody>
        {changes.map((c) => (
          <tr key={c.what}>
            <td>{NAME[c.what]}</td>
            <td className="n">{text(c.before, c.what)}</td>
            <td className="n">{text(c.after, c.what)}</td>
            <td className="n">
              <b>
                {c.before.there && !c.after.there ? "at least " : ""}
                {dBText(lessBy(c), "dB")}
              </b>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
