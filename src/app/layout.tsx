import './globals.css';
import type { Metadata } from 'next';
import localFont from 'next/font/local';
import { cookies, headers } from 'next/headers';
import { clockNow } from '@/clock/clockNow';
import { Notices } from '@/ui/frame/notices';
import { THEME_COOKIE } from '@/ui/theme';
import { NarrowHint } from '@/ui/narrow';
import { WakingPage } from '@/ui/frame/wakingPage';
import { PaletteKey } from '@/stages/search/paletteKey';

// What every page is written in comes with it, so that nothing moves when it is there; letters that it lacks come by the
// style sheet.
const text = localFont({
  src: './fonts/archivo-latin-95.woff2',
  variable: '--text-latin',
  weight: '400 700',
  adjustFontFallback: false,
  declarations: [{ prop: 'font-stretch', value: '95%' }],
});
const headings = localFont({
  src: './fonts/bricolage-latin-bold.woff2',
  variable: '--headings-latin',
  weight: '700',
  adjustFontFallback: false,
});

export const metadata: Metadata = {
  title: { default: 'Abanico', template: '%s · Abanico' },
  description: 'The bench desk of a hardware reviewer',
};

export default async function RootLayout({ children }: { children: React.ReactNode }) {
  const chosen = (await cookies()).get(THEME_COOKIE)?.value;
  // Without a choice the system's holds, by the style sheet alone.
  const theme = chosen === 'paper' || chosen === 'night' ? chosen : undefined;
  const asked = await headers();
  const isPhone = asked.get('sec-ch-ua-mobile') === '?1' || /\bMobi/.test(asked.get('user-agent') ?? '');
  return (
    <html
      lang="en"
      data-theme={theme}
      data-now={clockNow().toISOString()}
      className={`${text.variable} ${headings.variable}`}
    >
      <body>
        <a href="#main" className="skip-link">
          Skip to the page
        </a>
        <NarrowHint isPhone={isPhone}>
          <WakingPage>{children}</WakingPage>
        </NarrowHint>
        <PaletteKey />
        <Notices />
      </body>
    </html>
  );
}
