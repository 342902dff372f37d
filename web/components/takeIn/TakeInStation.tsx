"use client";

import { Input } from "antd";
import dynamic from "next/dynamic";
import { useMessage } from "../shared/Providers";
import type { TakeIn } from "../../schemas/job";
import { useJob } from "../job/JobProvider";
import { TakeInForm } from "./TakeInForm";

// the list that is searched by typing comes once the page is there
const FindingsBox = dynamic(() => import("./FindingsBox").then((m) => m.FindingsBox), {
  ssr: false,
  loading: () => <Input readOnly placeholder="…" />,
});

const Faults = dynamic(() => import("./Faults").then((m) => m.Faults), { ssr: false });

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
      <TakeInForm key={version} initial={takeIn} saveLabel="Keep" findingsBox={FindingsBox} onSave={save} />
      <Faults />
    </>
  );
}
