import type { APIContext, APIRoute } from 'astro';
import { msg } from '../../core/model/message';
import { type DayNumber, dayNumber, parseDay, parseLocal } from '../../core/model/time';
import { inLanguage } from '../../server/everyLanguage';
import { guarded, momentAt, unknownParameter } from '../../server/params';
import { passFor, placeOf, shortCode } from '../../server/pass';
import { problem } from '../../server/problem';
import { dayText } from '../../words/days';
import '../../words/generated/label';
import { say } from '../../words/generated/pass';
import { FIRST, isRightToLeft } from '../../words/languages';
import { spokenLanguage, spokenLocale } from '../../words/say';

/** A pass for a visit to a `place` from now on, as a PDF; for who is signed in. */
export const GET: APIRoute = (context) => {
  const language = spokenLanguage();
  // The letters of the paper are set one beside the other from the left: those that join from the right can't be.
  return inLanguage(isRightToLeft(language) ? FIRST : language, () => passOf(context));
};
const passOf = ({ url: { searchParams: params }, locals, request }: APIContext): Promise<Response> =>
  guarded(async () => {
    const unknown = unknownParameter(params, 'place', 'at');
    if (unknown) return unknown;
    const { info, passes, base } = locals;
    const at = momentAt(params.get('at'), info);
    if (parseLocal(at) === null)
      return problem(
        'bad-parameter',
        msg('http.notAsWanted', { fault: msg('shape.form.moment', { label: 'at' }) }),
        'at',
      );
    const place = placeOf(info, params.get('place'));
    if (!place) return problem('not-found', msg('http.noSuchPlace'), 'place');
    const who = await locals.who();
    if (!who) return problem('sign-in', msg('http.signInForThis'));
    const pass = passFor(place, who.reader, who.patron, at);
    if (!pass) return problem('refused', msg('http.noPassOpensIt'), 'place');
    const code = await passes.sign(pass);
    // On paper a day has its year.
    const day = (iso: string): string => dayText(parseDay(iso) as DayNumber, dayNumber(0));
    const bytes = await passes.draw(
      {
        language: spokenLocale(),
        title: say('pass.title'),
        library: info.name,
        lines: [
          [say('pass.for'), pass.name],
          [say('pass.number'), pass.patron],
          [say('pass.status'), say(`label.category.${who.reader.category}`)],
          [say('pass.opens'), `${place.name}, ${place.address}`],
          [say('pass.valid'), say('pass.fromUntil', { from: day(pass.from), until: day(pass.until) })],
        ],
        sections: [
          { heading: say('pass.bring'), items: place.bring },
          { heading: say('pass.conditions'), items: place.conditions },
          ...(place.appointment
            ? [
                {
                  heading: say('pass.writeFirst', {
                    email: place.appointment.email,
                    days: place.appointment.days,
                  }),
                  items: place.appointment.asks,
                },
              ]
            : []),
        ],
        address: `${base}/pass/${code}`,
        code: shortCode(code),
        check: say('pass.check'),
      },
      request.signal,
    );
    return new Response(bytes as Uint8Array<ArrayBuffer>, {
      headers: {
        'content-type': 'application/pdf',
        'content-disposition': `inline; filename="pass-${place.id.replace(/[^\w-]/g, '')}.pdf"`,
        'cache-control': 'no-store',
      },
    });
  });
