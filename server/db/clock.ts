/** The server's time, passed in, so that a test can say what time it is. */
export type Clock = () => Date
