/** Where a take is heard as one of those that wait. */
export const hearingHref = (takeId: string) => `/takes/${takeId}?hearing=1`;
