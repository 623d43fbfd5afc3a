import { App as AntApp, ConfigProvider, theme as antTheme } from 'antd';
import type { ThemeConfig } from 'antd';
import { createContext, use, useCallback, useLayoutEffect, useMemo, useState } from 'react';
import type { PropsWithChildren } from 'react';
import { applyTokens, SANS, tokens } from './tokens.ts';
import type { ThemeName, Tokens } from './tokens.ts';
import { usePrinting } from './usePrinting.ts';

const STORAGE_KEY = 'keen-ladder-theme';

interface Look {
  name: ThemeName;
  colors: Tokens;
  change: (name: ThemeName) => void;
}

const LookContext = createContext<Look | undefined>(undefined);

export function useLook(): Look {
  const look = use(LookContext);
  if (look === undefined) throw new Error('useLook outside Themed');
  return look;
}

/** Day or night: as chosen before, else as the machine prefers. */
function firstTheme(): ThemeName {
  const chosen = localStorage.getItem(STORAGE_KEY);
  if (chosen === 'day' || chosen === 'night') return chosen;
  return window.matchMedia('(prefers-color-scheme: dark)').matches ? 'night' : 'day';
}

export function Themed({ children }: PropsWithChildren) {
  const [chosen, setName] = useState(firstTheme);
  // Paper is white.
  const name = usePrinting() ? 'day' : chosen;
  useLayoutEffect(() => {
    applyTokens(name, document.documentElement);
  }, [name]);
  const change = useCallback((next: ThemeName) => {
    localStorage.setItem(STORAGE_KEY, next);
    setName(next);
  }, []);
  const look = useMemo(() => ({ name, colors: tokens[name], change }), [name, change]);
  return (
    <LookContext value={look}>
      <ConfigProvider theme={antConfig(name)} componentSize="small" renderEmpty={Nothing}>
        <AntApp>{children}</AntApp>
      </ConfigProvider>
    </LookContext>
  );
}

/** In a list or a table without a line. */
const Nothing = () => <p className="quiet small">Nothing here.</p>;

function antConfig(name: ThemeName): ThemeConfig {
  const c = tokens[name];
  return {
    algorithm: name === 'day' ? antTheme.defaultAlgorithm : antTheme.darkAlgorithm,
    token: {
      // What opens is there at once: a click never falls on something that is still on its way.
      motion: false,
      fontFamily: SANS,
      fontSize: 14,
      borderRadius: 3,
      colorPrimary: c.pine,
      colorInfo: c.pine,
      colorSuccess: c.pine,
      colorError: c.copper,
      colorWarning: c.copper,
      colorLink: c.pine,
      colorText: c.ink,
      colorTextHeading: c.ink,
      colorTextDescription: c.quiet,
      colorTextPlaceholder: c.quiet,
      colorTextLightSolid: c.onPine,
      colorBgContainer: c.sheet,
      colorBgElevated: c.sheet,
      colorBgLayout: c.paper,
      colorBorder: c.rule,
      colorBorderSecondary: c.rule,
      colorSplit: c.rule,
      controlItemBgActive: c.mint,
      controlItemBgHover: c.mint,
      boxShadowSecondary: '0 6px 24px rgb(32 48 42 / 18%)',
    },
    components: {
      Slider: {
        railBg: c.rule,
        railHoverBg: c.rule,
        trackBg: c.pine,
        trackHoverBg: c.pine,
        railSize: 3,
        handleColor: c.pine,
        handleActiveColor: c.copper,
      },
      Segmented: { itemSelectedBg: c.mint, itemSelectedColor: c.pine, trackBg: 'transparent', itemColor: c.quiet },
      Button: { primaryShadow: 'none', defaultShadow: 'none', fontWeight: 600 },
    },
  };
}
