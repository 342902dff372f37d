import { candidate } from "@mirvek/core/testing/choosing";
import { expect, test } from "vitest";
import { ROWS_A_PIECE } from "../../schemas/catalogue";
import { sendImport } from "./sendImport";

const begin = { supplier: "Loom", fileName: "a.csv", means: "update", headings: "code", mapping: {} } as const;
const parts = (n: number) => Array.from({ length: n }, (_, i) => candidate(1, 63, { code: `P${i}` }));
const OUTCOME = { added: 1, changed: 0, same: 0, withdrawn: 0 };

/** A server that keeps what it is asked; `fails` answers for a path, or null. */
function server(fails: (asked: string, tried: number) => string | null = () => null) {
  const asked: string[] = [];
  const post = async (method: string, path: string) => {
    const what = `${method} ${path.replace("/api/shop/imports", "")}`;
    asked.push(what);
    const code = fails(what, asked.filter((a) => a === what).length);
    if (code !== null) return { ok: false, issue: { code } };
    return { ok: true, value: what === "POST " ? { id: 7 } : OUTCOME };
  };
  return { asked, post: post as never };
}

test("a file goes piece by piece and is taken at the end", async () => {
  const { asked, post } = server();
  const shares: number[] = [];
  const end = await sendImport(
    begin,
    { parts: parts(2 * ROWS_A_PIECE + 1) },
    (s) => shares.push(s),
    () => false,
    post,
  );
  expect(end).toEqual({ kind: "taken", outcome: OUTCOME });
  expect(asked).toEqual(["POST ", "PUT /7/0", "PUT /7/1", "PUT /7/2", "POST /7"]);
  expect(shares).toEqual([0.25, 0.5, 0.75]);
});
test("stopped on the way it is given up", async () => {
  const { asked, post } = server();
  const end = await sendImport(
    begin,
    { parts: parts(2 * ROWS_A_PIECE) },
    () => {},
    () => asked.includes("PUT /7/0"),
    post,
  );
  expect(end).toEqual({ kind: "cancelled" });
  expect(asked.at(-1)).toBe("DELETE /7");
});
test("a piece that got lost is sent again; one that is refused ends it", async () => {
  const once = server((what, tried) => (what === "PUT /7/0" && tried === 1 ? "databaseDown" : null));
  expect(
    (
      await sendImport(
        begin,
        { codes: ["A"] },
        () => {},
        () => false,
        once.post,
      )
    ).kind,
  ).toBe("taken");
  const refused = server((what) => (what === "PUT /7/0" ? "notKept" : null));
  expect(
    await sendImport(
      begin,
      { codes: ["A"] },
      () => {},
      () => false,
      refused.post,
    ),
  ).toMatchObject({ kind: "failed", why: expect.stringContaining("do not take this") });
  expect(refused.asked.at(-1)).toBe("DELETE /7");
  expect(refused.asked.filter((a) => a.startsWith("PUT"))).toHaveLength(1);
});
