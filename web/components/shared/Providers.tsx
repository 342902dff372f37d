"use client";

import { AntdRegistry } from "@ant-design/nextjs-registry";
import { ConfigProvider, message } from "antd";
import { createContext, use, useCallback, useMemo, useState, type ReactNode } from "react";
import { shopTime, type ShopTime, type TimeZone } from "../../wording/time";
import { antdTheme, THEME_COOKIE, type ThemeName } from "./theme";

const ThemeContext = createContext<{ name: ThemeName; toggle: () => void } | null>(null);

type MessageApi = ReturnType<typeof message.useMessage>[0];
const MessageContext = createContext<MessageApi | null>(null);

const TimeContext = createContext<ShopTime | null>(null);

/** Dates and times by the clock of the shop, the same on the server and in every browser. */
export function useShopTime(): ShopTime {
  const value = use(TimeContext);
  if (!value) throw new Error("useShopTime needs Providers above it");
  return value;
}

/** Says something for a moment at the top of the screen. */
export function useMessage(): MessageApi {
  const value = use(MessageContext);
  if (!value) throw new Error("useMessage needs Providers above it");
  return value;
}

/** Day or night, kept in a cookie so that the server draws the right one from the first byte. */
export function useTheme() {
  const value = use(ThemeContext);
  if (!value) throw new Error("useTheme needs Providers above it");
  return value;
}

interface Props {
  initialTheme: ThemeName;
  timeZone: TimeZone;
  children: ReactNode;
}

export function Providers({ initialTheme, timeZone, children }: Props) {
  const [name, setName] = useState(initialTheme);
  const toggle = useCallback(() => {
    setName((before) => {
      const next = before === "day" ? "night" : "day";
      document.documentElement.dataset.theme = next;
      document.cookie = `${THEME_COOKIE}=${next}; path=/; max-age=31536000; samesite=strict`;
      return next;
    });
  }, []);
  const config = useMemo(() => antdTheme(name), [name]);
  const time = useMemo(() => shopTime(timeZone), [timeZone]);
  const theme = useMemo(() => ({ name, toggle }), [name, toggle]);
  return (
    <AntdRegistry>
      <ConfigProvider theme={config} button={{ autoInsertSpace: false }}>
        <Messages>
          <TimeContext value={time}>
            <ThemeContext value={theme}>{children}</ThemeContext>
          </TimeContext>
        </Messages>
      </ConfigProvider>
    </AntdRegistry>
  );
}

function Messages({ children }: { children: ReactNode }) {
  const [api, holder] = message.useMessage();
  return (
    <MessageContext value={api}>
      {holder}
      {children}
    </MessageContext>
  );
}
