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
    icons: [192, 512].map((size) => ({
      src: `/icons/mevlo-${size}.png`,
      sizes: `${size}x${size}`,
      type: 'image/png',
    })),
  };
}
