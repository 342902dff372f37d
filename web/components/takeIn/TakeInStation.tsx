"use client";

import { useMessage } from "../shared/Providers";
import type { TakeIn } from "../../schemas/job";
import { useJob } from "../job/JobProvider";
import { Faults } from "./Faults";
import { TakeInForm } from "./TakeInForm";

export function TakeInStation() {
  const { view, write } = useJob();
  const message = useMessage();
  const { id: _id, number: _n, version, state: _s, waiver: _w, openedAt: _o, closedAt: _c, ...takeIn } = view.job;
  const save = async (job: TakeIn): Promise<boolean> => {
    const answer = await write("PATCH", "", { version, job });
    if (answer.ok) void message.success("Kept.");
    return answer.ok;
  };
  // a new version from elsewhere fills the form anew
  return (
    <>
      <TakeInForm key={version} initial={takeIn} saveLabel="Keep" onSave={save} />
      <Faults />
    </>
  );
}
