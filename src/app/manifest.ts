import type { MetadataRoute } from 'next';

/** What a device needs to install Mevlo like an application of its own. */
export default function manifest(): MetadataRoute.Manifest {
  return {
    name: 'Mevlo',
    short_name: 'Mevlo',
    description: 'One line, played and checked measure by measure',
    start_url: '/practice',
    display: 'standalone',
    background_color: '#fdfaf3',
    theme_color: '#efe8da',
    icons: [192, 512].flatMap((size) =>
      // What lies near the edge of a maskable one may be cut off by the shape of the device.
      (['any', 'maskable'] as const).map((purpose) => ({
        src: `/icons/mevlo-${purpose === 'any' ? '' : 'maskable-'}${size}.png`,
        sizes: `${size}x${size}`,
        type: 'image/png',
        purpose,
      })),
    ),
  };
}
