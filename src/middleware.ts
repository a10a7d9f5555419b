import { defineMiddleware } from 'astro:middleware';

/**
 * Style attributes are allowed beside the hashed scripts and sheets: the server writes them for computed widths, and the
 * chart library for its drawings. Astro's own policy has no directive for them.
 */
export const onRequest = defineMiddleware(async (_context, next) => {
  const response = await next();
  const policy = response.headers.get('content-security-policy');
  if (policy) response.headers.set('content-security-policy', `${policy} style-src-attr 'unsafe-inline';`);
  return response;
});
