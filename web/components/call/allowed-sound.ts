'use client'
// A browser may keep a page silent until something is pressed in it: what would sound begins with the first press.

const presses = ['pointerdown', 'keydown'] as const

/** Acts at every press in the page, until what it gives is called. */
export function atPresses(act: () => void): () => void {
  for (const press of presses) window.addEventListener(press, act, true)
  return () => {
    for (const press of presses) window.removeEventListener(press, act, true)
  }
}

/** Resolves once the browser lets it sound: at once, or after a press. Never where it is closed before. */
export function running(audio: AudioContext): Promise<void> {
  return new Promise((resolve) => {
    if (audio.state === 'running') {
      resolve()
      return
    }
    const wake = (): void => {
      audio.resume().catch(() => undefined)
    }
    const stop = atPresses(wake)
    audio.addEventListener('statechange', () => {
      if (audio.state === 'suspended') return
      stop()
      if (audio.state === 'running') resolve()
    })
    wake()
  })
}

/** Sounds as soon as the browser lets it. */
export function openAudio(): AudioContext {
  const audio = new AudioContext()
  void running(audio)
  return audio
}
