import '@fontsource/atkinson-hyperlegible/400.css';
import '@fontsource/atkinson-hyperlegible/700.css';
import '@fontsource/tinos/400.css';
import '@fontsource/tinos/400-italic.css';
import '@fontsource/tinos/700.css';
import './fonts/fonts.css';
import './globals.css';
import type { Metadata, Viewport } from 'next';
import type { ReactNode } from 'react';
import { Reports } from './_components/device/reports';

export const metadata: Metadata = {
  title: { default: 'Mevlo', template: '%s · Mevlo' },
  description: 'One line, played and checked measure by measure',
};
/** Every page is of somebody: nothing is made at build time, when there is no database. */
export const dynamic = 'force-dynamic';
export const viewport: Viewport = { width: 'device-width', initialScale: 1, themeColor: '#efe8da' };

export default function RootLayout({ children }: { readonly children: ReactNode }) {
  return (
    <html lang="en">
      <body>
        <Reports />
        {children}
      </body>
    </html>
  );
}
