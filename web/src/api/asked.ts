/** Addresses that are only asked about a form while it is typed: nothing is recorded there. */
export const isOnlyAsked = (pathname: string): boolean =>
  /-draft$|\/moves$|\/raised$|\/height-now$/.test(pathname);

/** The token that every form carries, as the server's cookie says it. */
export const formToken = (): string | undefined =>
  /(?:^|; )csrftoken=([^;]*)/.exec(document.cookie)?.[1];
