/** Scenarios by id. @throws RangeError when two share one */
export function scenarioRegistry<S extends { id: string }>(list: readonly S[]): Readonly<Record<S["id"], S>> {
  const byId = Object.fromEntries(list.map((s) => [s.id, s])) as Record<S["id"], S>;
  if (Object.keys(byId).length !== list.length) throw new RangeError(`${list.length} scenarios, ${Object.keys(byId).length} different ids`);
  return byId;
}
