"use client";

import { FINDINGS, FINDING_GROUPS } from "@mirvek/core/device";
import { Button, Select, type SelectProps } from "antd";
import { useState } from "react";
import type { CheckIn } from "../../schemas/job";
import { findingGroupName, findingName } from "../../wording/vocabulary";
import { checkInWords } from "../../wording/screens/checkIn";

export interface FindingsBoxProps extends Omit<SelectProps<CheckIn["findings"]>, "mode" | "options"> {
  /** what no finding is called goes into the complaint */
  onOwnWords: (words: string) => void;
}

const OPTIONS = FINDING_GROUPS.map((group) => ({
  label: findingGroupName[group],
  title: findingGroupName[group],
  options: FINDINGS[group].map((value) => ({ value, label: findingName[value] })),
}));

/** Type to find, Enter to tick, Tab leaves: it neither ticks nor stays. What is not found can go into the complaint in own words. */
export function FindingsBox({ onOwnWords, ...rest }: FindingsBoxProps) {
  const [typed, setTyped] = useState("");
  const own = () => {
    onOwnWords(typed.trim());
    setTyped("");
  };
  return (
    <div onKeyDownCapture={(e) => e.key === "Tab" && e.stopPropagation()}>
      <Select
        {...rest}
        mode="multiple"
        placeholder={checkInWords.humAllChannelsVolume}
        options={OPTIONS}
        onSelect={() => setTyped("")}
        onBlur={() => setTyped("")}
        showSearch={{ optionFilterProp: "label", searchValue: typed, onSearch: setTyped }}
        notFoundContent={
          <div style={{ padding: 8 }}>
            {checkInWords.noFindingCalled}
            {typed.trim()}”.{" "}
            <Button size="small" onMouseDown={(e) => e.preventDefault()} onClick={own}>
              {checkInWords.addComplaint}
            </Button>
          </div>
        }
        onInputKeyDown={(e) => {
          const nothing =
            typed.trim() !== "" && !Object.values(findingName).some((n) => n.toLowerCase().includes(typed.trim().toLowerCase()));
          if (e.key === "Enter" && nothing) own();
        }}
      />
    </div>
  );
}
