import './globals.css';
import type { Metadata } from 'next';
import { cookies, headers } from 'next/headers';
import { Notices } from '@/ui/frame/notices';
import { THEME_COOKIE } from '@/ui/theme';
import { NarrowHint } from '@/ui/narrow';
import { WakingPage } from '@/ui/frame/wakingPage';
import { PaletteKey } from '@/stages/search/paletteKey';
import { NuqsAdapter } from 'nuqs/adapters/next/app';

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
    <html lang="en" data-theme={theme}>
      <body>
        <a href="#main" className="skip-link">
          Skip to the page
        </a>
        <NuqsAdapter>
          <NarrowHint isPhone={isPhone}>
            <WakingPage>{children}</WakingPage>
          </NarrowHint>
        </NuqsAdapter>
        <PaletteKey />
        <Notices />
      </body>
    </html>
  );
}
