"use client";

import { useState } from "react";
import type { ShopTables } from "../../schemas/jobView";
import type { ShopEdit } from "../../schemas/shop";
import { issueText } from "../../wording/requestIssue";
import { useMessage } from "../shared/Providers";
import { send } from "../shared/request";

/** The shop's tables, and how one change of them is kept: what was refused is said and leaves them as they were. */
export function useShopEdit(initial: ShopTables): [ShopTables, (change: ShopEdit) => Promise<boolean>] {
  const message = useMessage();
  const [tables, setTables] = useState(initial);
  const edit = async (change: ShopEdit): Promise<boolean> => {
    const answer = await send<ShopTables>("POST", "/api/shop", change);
    if (answer.ok) setTables(answer.value);
    else void message.error(issueText(answer.issue), 6);
    return answer.ok;
  };
  return [tables, edit];
}
