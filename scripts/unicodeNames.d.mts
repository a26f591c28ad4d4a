/** The names as `readNames` (core/type/names) reads them. */
export declare function packNames(): string;
