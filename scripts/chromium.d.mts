export function chromiumPath(): string;
export function hasChromium(): boolean;
export function hasShell(): boolean;
