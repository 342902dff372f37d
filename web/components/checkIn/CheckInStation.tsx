"use client";

import { Input } from "antd";
import dynamic from "next/dynamic";
import { useMessage } from "../shared/Providers";
import type { CheckIn } from "../../schemas/job";
import { useJob } from "../job/JobProvider";
import { useOpened } from "../shared/useOpened";
import { CheckInForm } from "./CheckInForm";

// the list that is searched by typing comes once the page is there
const FindingsBox = dynamic(() => import("./FindingsBox").then((m) => m.FindingsBox), {
  ssr: false,
  loading: () => <Input readOnly placeholder="…" />,
});

const Faults = dynamic(() => import("./Faults").then((m) => m.Faults), { ssr: false });

export function CheckInStation() {
  const { view, write } = useJob();
  const message = useMessage();
  const { id: _id, number: _n, version: now, state: _s, waiver: _w, openedAt: _o, closedAt: _c, ...checkIn } = view.job;
  const { opened, touch, renew } = useOpened(now, checkIn);
  const save = async (job: CheckIn): Promise<boolean> => {
    const answer = await write("PATCH", "", { version: opened.version, job });
    if (answer.ok) void message.success("Saved.");
    // what was changed meanwhile by somebody else fills the form anew
    if (answer.ok || answer.issue.code === "stale") renew();
    return answer.ok;
  };
  return (
    <>
      <CheckInForm key={opened.version} initial={opened.value} saveLabel="Save" findingsBox={FindingsBox} onTouch={touch} onSave={save} />
      <Faults />
    </>
  );
}
