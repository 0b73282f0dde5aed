declare module 'split-sms' {
  export function split(text: string): {
    readonly characterSet: 'GSM' | 'Unicode'
    readonly parts: readonly unknown[]
    readonly remainingInPart: number
  }
}
