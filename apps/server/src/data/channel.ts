/** Channel of PostgreSQL's LISTEN/NOTIFY that carries news between servers. */
export const NEWS_CHANNEL = 'ingle_news'
