/** A name as a file may carry it. */
export const fileName = (text: string): string =>
  text
    .normalize('NFKD')
    .replace(/[^\w]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .toLowerCase() || 'dog'
