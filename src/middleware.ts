import { defineMiddleware } from 'astro:middleware';
import './server/everyLanguage';
import { expectedFailure } from './server/params';
import { failed } from './server/problem';
import { withPrograms } from './server/programs';
import { say } from './words/generated/pages';
import { isRightToLeft, localeOf } from './words/languages';
import { spokenLanguage } from './words/say';

/** Astro's own policy has no directive for these. */
const TRUSTED = "require-trusted-types-for 'script'; trusted-types legendum";

/**
 * Around every page and endpoint: what fails is answered with a problem document (or, where a person asked
 * for a page, with a page that says so), and stands in the log under the number that the answer carries.
 *
 * Pages have no style attributes: what is computed is set by scripts, one property at a time, which a policy allows.
 * Texts become programs and pages in one place alone (`browser/trusted.ts`).
 */
export const onRequest = defineMiddleware(async (context, next) => {
  let response: Response;
  try {
    response = await next();
  } catch (error) {
    const expected = expectedFailure(error);
    const answer = expected ?? failed(context.locals.failure(error));
    if (
      !(context.request.headers.get('accept') ?? '').includes('text/html') ||
      context.url.pathname.startsWith('/api/')
    )
      return answer;
    return asPage(answer);
  }
  const policy = response.headers.get('content-security-policy');
  if (policy)
    response.headers.set('content-security-policy', `${policy} ${TRUSTED}; report-uri /api/policy-reports;`);
  return inItsLanguage(response, context.locals);
});

async function inItsLanguage(response: Response, { scripts, needs }: App.Locals): Promise<Response> {
  if (!scripts || !response.headers.get('content-type')?.startsWith('text/html')) return response;
  const text = await response.text();
  const { status, headers } = response;
  headers.set('content-language', localeOf(spokenLanguage()));
  return new Response(withPrograms(text, scripts, needs), { status, headers });
}

/** A problem document for a person: nothing but words, so that whatever failed can't fail again here. */
async function asPage(problem: Response): Promise<Response> {
  const text = await problem.text();
  if (!text) return problem;
  const { title, detail } = JSON.parse(text) as { title: string; detail: string };
  const headers = new Headers(problem.headers);
  headers.set('content-type', 'text/html; charset=utf-8');
  headers.set('content-security-policy', "default-src 'none'");
  return new Response(
    `<!doctype html><html lang="${localeOf(spokenLanguage())}" dir="${isRightToLeft(spokenLanguage()) ? 'rtl' : 'ltr'}"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${title}</title><h1>${title}</h1><p>${detail}</p><p><a href="/">${say('pages.section.search')}</a></p></html>`,
    { status: problem.status, headers },
  );
}
