/** The way to the sign-in and back to where the reader is. */
export const signInHref = (
  to = `${window.location.pathname}${window.location.search}${window.location.hash}`,
): string => `/sign-in?to=${encodeURIComponent(to)}`;
