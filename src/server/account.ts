/** The signed-in reader's account at the loan desk, for the endpoints that ask it. */
import { DeskSilent, type SignedIn, SignInAgain } from '../core/discovery/ports';
import { msg } from '../core/model/message';
import { problem } from './problem';

const again = (): Response => problem('sign-in', msg('http.signInForThis'));
/**
 * Does something at the desk in the reader's name; who is not signed in, or not any more, and a desk that does
 * not answer are answered with a problem document.
 */
export async function atTheDesk(
  locals: App.Locals,
  work: (desk: NonNullable<App.Locals['circulation']>, who: SignedIn, token: string) => Promise<Response>,
): Promise<Response> {
  const { circulation, signIn } = locals;
  if (!circulation || !signIn) return problem('not-found', msg('http.noLoanDesk'));
  const who = await locals.who();
  const token = who && (await signIn.token(locals.base, who));
  if (!who || !token) return again();
  try {
    return await work(circulation, who, token);
  } catch (error) {
    if (error instanceof SignInAgain) return again();
    if (error instanceof DeskSilent) {
      locals.failure(error);
      return problem('too-slow', msg('http.theDeskDoesNotAnswer'));
    }
    throw error;
  }
}
