/** Where practice lies: a page of its own, none of which is sent to a server. */
export const PRACTICE = "/practice";

const { pathname } = location;

/** Whether this page is of practice; one goes in and out of it by loading another page. */
export const IS_PRACTICE = pathname === PRACTICE || pathname.startsWith(`${PRACTICE}/`);
