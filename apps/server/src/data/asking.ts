/** Whatever can ask the database within a transaction: the server's pool, or a thread's own connection. */
export interface Asking {
  // biome-ignore lint/suspicious/noExplicitAny: rows come as the database gives them.
  query(text: string, values?: any[]): Promise<any>
}
