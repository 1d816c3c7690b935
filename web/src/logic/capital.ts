/** A sentence or a name that begins with a capital. */
export const capital = (said: string) => said.charAt(0).toUpperCase() + said.slice(1);
