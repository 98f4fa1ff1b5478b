/** A number of bytes for a person. */
export const sizeText = (bytes: number): string =>
  bytes < 1024 * 1024 ? `${Math.round(bytes / 1024)} kB` : `${bytes / 1024 / 1024} MB`;
