import type { APIRoute } from 'astro';
import type { Tint } from '../core/model/library';

const rule = (where: string, { tint, strong, on }: Tint): string =>
  `${where}{--petrol:${tint};--petrol-strong:${strong};--on-petrol:${on}}`;

/** The library's own colours, which were held against the paper when its folder was read. Pages that have some ask for it. */
export const GET: APIRoute = ({ locals }) => {
  const { light, dark } = locals.info.appearance ?? {};
  const rules = [
    light ? rule(':root:root', light) : '',
    dark ? rule(":root[data-theme='dark'][data-theme]", dark) : '',
  ];
  return new Response(rules.join('\n'), {
    headers: { 'content-type': 'text/css; charset=utf-8', 'cache-control': 'public, max-age=300' },
  });
};
