export function takeLock(file: string, whileWaiting?: () => void): Promise<() => void>
