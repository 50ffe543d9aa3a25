export function buildGate(): Promise<void>;
export function buildEverything(): Promise<void>;
export function isBuilt(): Promise<boolean>;
