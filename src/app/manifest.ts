import type { MetadataRoute } from 'next';

/** What a browser needs to install the product beside its other applications. */
export default function manifest(): MetadataRoute.Manifest {
  return {
    name: 'Mild Tide',
    short_name: 'Mild Tide',
    description: 'Reef tank water: mixing, top-off, dosing, and the record they are worked out from.',
    id: '/',
    start_url: '/mine',
    scope: '/',
    display: 'standalone',
    background_color: '#edf2ef',
    theme_color: '#14635b',
    icons: [
      { src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' },
      { src: '/icons/icon-192.png', sizes: '192x192', type: 'image/png' },
      { src: '/icons/icon-512.png', sizes: '512x512', type: 'image/png' },
      { src: '/icons/icon-maskable-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
    ],
    shortcuts: [
      { name: 'Look at the demo', url: '/demo' },
      { name: 'Files', url: '/mine/record' },
    ],
  };
}
