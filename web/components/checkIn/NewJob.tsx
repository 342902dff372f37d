"use client";

import { useMessage } from "../shared/Providers";
import Link from "next/link";
import { useRouter } from "next/navigation";
import type { CheckIn } from "../../schemas/job";
import { issueText } from "../../wording/requestIssue";
import { send } from "../shared/request";
import { useKeys } from "../shared/useKeys";
import { FindingsBox } from "./FindingsBox";
import { EMPTY_TAKE_IN, CheckInForm } from "./CheckInForm";
import styles from "./NewJob.module.css";
import { checkInWords } from "../../wording/screens/checkIn";

type Approaches = Pick<CheckIn, "valuePolicy" | "tantalumApproach" | "scopeApproach" | "sidesApproach" | "firstPowerApproach">;

/** @param approaches what new jobs of this shop begin with */
export function NewJob({ approaches }: { approaches: Approaches }) {
  const router = useRouter();
  const message = useMessage();
  useKeys({ b: () => router.push("/") });
  const save = async (job: CheckIn): Promise<boolean> => {
    const answer = await send<{ number: number }>("POST", "/api/jobs", job);
    if (answer.ok) router.push(`/jobs/${answer.value.number}/make-safe`);
    else void message.error(issueText(answer.issue), 6);
    return answer.ok;
  };
  return (
    <main className={styles.page}>
      <p>
        <Link prefetch={false} href="/">
          Bench
        </Link>
      </p>
      <h1>{checkInWords.checkUnit}</h1>
      <CheckInForm findingsBox={FindingsBox} initial={{ ...EMPTY_TAKE_IN, ...approaches }} saveLabel="Open the job" onSave={save} />
    </main>
  );
}
