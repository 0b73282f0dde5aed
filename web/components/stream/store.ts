'use client'
import { changed, type View, type ViewChange } from '../../view/view.ts'

export type StreamStatus = 'connecting' | 'open' | 'lost'

export interface StoreState {
  readonly view: View | null
  readonly status: StreamStatus
  /** The centre's time minus this browser's, in milliseconds. */
  readonly clockOffsetMs: number
  /** The interactions whose customer is writing now. */
  readonly typing: ReadonlySet<string>
}

interface Signalled {
  readonly interactionId: string
  readonly from: string
  readonly data: unknown
}

const typingLastsMs = 4000

/** Follows one stream of the centre and holds the view that it gives. A burst of changes is one render. */
export class StreamStore {
  private state: StoreState = { view: null, status: 'connecting', clockOffsetMs: 0, typing: new Set() }
  private shown = this.state
  private readonly listeners = new Set<() => void>()
  private source: EventSource | null = null
  private readonly typingEnds = new Map<string, ReturnType<typeof setTimeout>>()
  private renderDue = false
  private readonly signals = new Map<string, Set<(from: string, data: unknown) => void>>()
  private retry: ReturnType<typeof setTimeout> | null = null

  constructor(private readonly url: string) {}

  open(): () => void {
    this.connect()
    return () => {
      this.source?.close()
      this.source = null
      if (this.retry !== null) clearTimeout(this.retry)
    }
  }

  private connect(): void {
    const source = new EventSource(this.url)
    this.source = source
    source.addEventListener('snapshot', (event) => {
      const view = JSON.parse((event as MessageEvent<string>).data) as View
      this.set({ view, status: 'open', clockOffsetMs: view.at - Date.now() })
    })
    source.addEventListener('change', (event) => {
      const change = JSON.parse((event as MessageEvent<string>).data) as ViewChange
      const { view } = this.state
      if (view !== null) this.set({ view: changed(view, change), status: 'open' })
    })
    // Summaries of queues come by themselves now and then; they are no step of the journal.
    source.addEventListener('queues', (event) => {
      const queues = JSON.parse((event as MessageEvent<string>).data) as View['queues']
      const { view } = this.state
      if (view !== null) this.set({ view: { ...view, queues: { ...view.queues, ...queues } } })
    })
    source.addEventListener('signal', (event) => {
      const { interactionId, from, data } = JSON.parse((event as MessageEvent<string>).data) as Signalled
      for (const hear of this.signals.get(interactionId) ?? []) hear(from, data)
    })
    source.addEventListener('typing', (event) => {
      const { interactionId } = JSON.parse((event as MessageEvent<string>).data) as { interactionId: string }
      clearTimeout(this.typingEnds.get(interactionId))
      this.typingEnds.set(
        interactionId,
        setTimeout(
          () => this.set({ typing: new Set([...this.state.typing].filter((id) => id !== interactionId)) }),
          typingLastsMs,
        ),
      )
      this.set({ typing: new Set([...this.state.typing, interactionId]) })
    })
    source.onopen = () => this.set({ status: this.state.view === null ? 'connecting' : 'open' })
    source.onerror = () => {
      this.set({ status: 'lost' })
      // The browser gives up when the answer was an error; then it is for us to try again.
      if (source.readyState === EventSource.CLOSED) this.retry = setTimeout(() => this.connect(), 2000)
    }
  }

  private set(part: Partial<StoreState>): void {
    this.state = { ...this.state, ...part }
    if (this.renderDue) return
    this.renderDue = true
    const show = (): void => {
      this.renderDue = false
      this.shown = this.state
      for (const listener of this.listeners) listener()
    }
    // Frames do not come while the tab is hidden; offers must be announced there too.
    if (document.hidden) setTimeout(show, 50)
    else requestAnimationFrame(show)
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  /** Calls with what another end of a call says; gives what ends it. */
  onSignal(interactionId: string, hear: (from: string, data: unknown) => void): () => void {
    const all = this.signals.get(interactionId) ?? new Set()
    this.signals.set(interactionId, all.add(hear))
    return () => {
      all.delete(hear)
      if (all.size === 0) this.signals.delete(interactionId)
    }
  }

  readonly get = (): StoreState => this.shown

  /** Resolves once the view reaches `seq`, so that who did something sees it done; gives up after three seconds. */
  reached(seq: number): Promise<void> {
    return new Promise((resolve) => {
      const stop = this.subscribe(() => check())
      const patience = setTimeout(() => done(), 3000)
      const done = (): void => {
        stop()
        clearTimeout(patience)
        resolve()
      }
      const check = (): void => {
        if ((this.shown.view?.seq ?? 0) >= seq) done()
      }
      check()
    })
  }
}
