import type { Metadata, Viewport } from 'next';
import type { ReactNode } from 'react';
import { AskedFirst } from '@/interface/notices/ask-first';
import { Notices } from '@/interface/notices/notices';
import { KeepPressTarget } from '@/interface/controls/press-target';
import { DIM_BEFORE_PAINT } from '@/interface/shell/theme-cookie';
import './globals.css';

export const metadata: Metadata = {
  title: 'Mild Tide',
  description:
    'Reef tank water: mixing, top-off, dosing, and the record they are worked out from. All of it on this machine.',
};

export const viewport: Viewport = { width: 'device-width', initialScale: 1, themeColor: '#14635b' };

export default function RootLayout({ children }: { readonly children: ReactNode }) {
  return (
    <html lang="en" data-theme="day" suppressHydrationWarning>
      <body className="min-h-dvh bg-paper text-ink">
        <script dangerouslySetInnerHTML={{ __html: DIM_BEFORE_PAINT }} />
        {children}
        <Notices />
        <AskedFirst />
        <KeepPressTarget />
      </body>
    </html>
  );
}
