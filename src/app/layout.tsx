import type { Metadata, Viewport } from 'next';
import { cookies } from 'next/headers';
import type { ReactNode } from 'react';
import { AskedFirst } from '@/interface/ask-first';
import { Notices } from '@/interface/notices';
import { THEME_COOKIE } from '@/interface/theme-cookie';
import './globals.css';

export const metadata: Metadata = {
  title: 'Mild Tide',
  description:
    'Reef tank water: mixing, top-off, dosing, and the record they are worked out from. All of it on this machine.',
};

export const viewport: Viewport = { width: 'device-width', initialScale: 1, themeColor: '#14635b' };

export default async function RootLayout({ children }: { readonly children: ReactNode }) {
  // Reading the cookie also makes each page its own request, which the nonce of the content policy needs.
  const theme = (await cookies()).get(THEME_COOKIE)?.value === 'night' ? 'night' : 'day';
  return (
    <html lang="en" data-theme={theme} suppressHydrationWarning>
      <body className="min-h-dvh bg-paper text-ink">
        {children}
        <Notices />
        <AskedFirst />
      </body>
    </html>
  );
}
