"use client";

import { AntdRegistry } from "@ant-design/nextjs-registry";
import { ConfigProvider, message } from "antd";
import { createContext, use, useCallback, useMemo, useState, type ReactNode } from "react";
import { antdTheme, THEME_COOKIE, type ThemeName } from "./theme";

const ThemeContext = createContext<{ name: ThemeName; toggle: () => void } | null>(null);

type MessageApi = ReturnType<typeof message.useMessage>[0];
const MessageContext = createContext<MessageApi | null>(null);

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

export function Providers({ initialTheme, children }: { initialTheme: ThemeName; children: ReactNode }) {
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
  const theme = useMemo(() => ({ name, toggle }), [name, toggle]);
  return (
    <AntdRegistry>
      <ConfigProvider theme={config} button={{ autoInsertSpace: false }}>
        <Messages>
          <ThemeContext value={theme}>{children}</ThemeContext>
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
