import type { APIRoute } from 'astro';
import { say } from '../words/generated/pages';
import { localeOf } from '../words/languages';
import { spokenLanguage } from '../words/say';

/** So that it can be put on a phone's or a desk's screen (Web Application Manifest, W3C). */
export const GET: APIRoute = ({ locals }) => {
  const language = localeOf(spokenLanguage());
  const section = (name: 'search' | 'piles' | 'requests' | 'loans', url: string) => ({
    name: say(`pages.section.${name}`),
    url,
  });
  const manifest = {
    id: '/',
    name: `Legendum, ${locals.info.name}`,
    short_name: 'Legendum',
    description: say('pages.appDescription'),
    lang: language,
    dir: 'auto',
    start_url: '/',
    scope: '/',
    display: 'standalone',
    background_color: '#fafbf9',
    theme_color: '#0b4f5c',
    icons: [
      { src: '/favicon.svg', sizes: 'any', type: 'image/svg+xml' },
      ...[192, 512].map((n) => ({ src: `/icons/legendum-${n}.png`, sizes: `${n}x${n}`, type: 'image/png' })),
      { src: '/icons/legendum-maskable-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
    ],
    shortcuts: [
      section('search', '/'),
      section('piles', '/piles'),
      section('requests', '/requests'),
      section('loans', '/loans'),
    ],
    share_target: {
      action: '/shared',
      method: 'GET',
      params: { title: 'title', text: 'text', url: 'url' },
    },
  };
  return new Response(JSON.stringify(manifest), {
    headers: { 'content-type': 'application/manifest+json; charset=utf-8', 'cache-control': 'no-cache' },
  });
};
