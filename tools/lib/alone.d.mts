export function alone<T>(what: string, work: () => Promise<T>, waits?: () => void): Promise<T>;
