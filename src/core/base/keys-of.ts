/** The keys of a table whose keys are known. @example keysOf({ stiff: "stiff", loose: "more than usual" }) // ["stiff", "loose"] */
export const keysOf = <T extends object>(entries: T) => Object.keys(entries) as (keyof T & string)[];
