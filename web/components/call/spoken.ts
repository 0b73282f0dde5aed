'use client'
// Words that are heard: by a voice of this computer. A voice that a browser fetches from a server is not asked.

const voiceOf = (language: string): SpeechSynthesisVoice | undefined =>
  window.speechSynthesis
    .getVoices()
    .find(({ localService, lang }) => localService && lang.toLowerCase().split(/[-_]/)[0] === language)

/** Browsers get to know their voices only once they are asked for them. */
export function prepareVoices(): void {
  if ('speechSynthesis' in window) window.speechSynthesis.getVoices()
}

/**
 * Speaks the words in this language (two letters); `done` when they have been said, or cannot be. Gives what ends it, or
 * null where this computer has no voice for them.
 */
export function speak(words: string, language: string, done: () => void): (() => void) | null {
  if (!('speechSynthesis' in window)) return null
  const voice = voiceOf(language)
  if (voice === undefined) return null
  const utterance = new SpeechSynthesisUtterance(words)
  utterance.voice = voice
  utterance.lang = voice.lang
  utterance.onend = done
  utterance.onerror = done
  window.speechSynthesis.speak(utterance)
  return () => {
    utterance.onend = null
    utterance.onerror = null
    window.speechSynthesis.cancel()
  }
}
