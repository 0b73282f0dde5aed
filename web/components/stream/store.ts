'use client'
import { createStore, type StoreApi } from 'zustand/vanilla'
import type { InteractionId } from '@eudromos/core/plan'
import { changed, merged, type View, type ViewChange } from '../../view/view.ts'
import { followLasting } from './lasting.ts'
import { pulseOf, secondMs } from './pulse.ts'

export type StreamStatus = 'connecting' | 'open' | 'lost'

export interface StoreState {
  readonly view: View | null
  readonly status: StreamStatus
  /** The centre's time minus this browser's, in milliseconds. */
  readonly clockOffsetMs: number
  /** Why nothing that is done is taken in at present, as the server names it; null where it is. */
  readonly trouble: string | null
  /** The interactions whose customer is writing now. */
  readonly typing: ReadonlySet<string>
}

/** Before anything has come. */
export const noState: StoreState = {
  view: null,
  status: 'connecting',
  clockOffsetMs: 0,
  trouble: null,
  typing: new Set(),
}

interface Signalled {
  readonly interactionId: InteractionId
  readonly from: string
  readonly data: unknown
}

const typingLastsMs = 4000

/**
 * Follows one stream of the centre and holds the view that it gives. A burst of changes is one render; where the stream is
 * `paced`, as that of the whole centre is, there is one a second at most, with the clocks, unless somebody waits for what they
 * did.
 */
export class StreamStore {
  private state: StoreState = noState
  /** What is drawn. What has not changed in it is the same object as before, and whoever reads that is not drawn again. */
  readonly shown: StoreApi<StoreState> = createStore(() => noState)
  private readonly typingEnds = new Map<string, ReturnType<typeof setTimeout>>()
  private renderDue = false
  /** What came since the view was last made of it. */
  private pending: ViewChange[] = []
  private shownAt = 0
  private stopPulse: (() => void) | null = null
  /** Up to which of the journal somebody waits to see. */
  private awaited = 0
  private readonly signals = new Map<string, Set<(from: string, data: unknown) => void>>()

  constructor(
    private readonly url: string,
    private readonly paced = false,
  ) {}

  open(): () => void {
    const close = this.connect()
    return () => {
      close()
      this.stopPulse?.()
      this.stopPulse = null
      // What was to be drawn is drawn when it is opened again.
      this.renderDue = false
    }
  }

  private connect(): () => void {
    return followLasting(this.url, {
      events: {
        snapshot: (view: View) => {
          this.pending = []
          this.set({ view, status: 'open', clockOffsetMs: view.at - Date.now() })
        },
        change: (change: ViewChange) => {
          if (this.state.view === null) return
          this.pending.push(change)
          this.set({ status: 'open' })
        },
        // Summaries of queues come by themselves now and then; they are no step of the journal.
        queues: (queues: ViewChange['queues']) => {
          const view = this.takePending()
          if (view !== null) this.set({ view: { ...view, queues: merged(view.queues, [queues]) } })
        },
        signal: ({ interactionId, from, data }: Signalled) => {
          for (const hear of this.signals.get(interactionId) ?? []) hear(from, data)
        },
        trouble: (trouble: string | null) => this.set({ trouble }),
        typing: ({ interactionId }: Pick<Signalled, 'interactionId'>) => this.types(interactionId),
      },
      opened: () => this.set({ status: this.state.view === null ? 'connecting' : 'open' }),
      lost: () => this.set({ status: 'lost' }),
    })
  }

  private types(interactionId: InteractionId): void {
    const typing = (is: boolean): void => {
      const others = [...this.state.typing].filter((id) => id !== interactionId)
      this.set({ typing: new Set(is ? [...others, interactionId] : others) })
    }
    clearTimeout(this.typingEnds.get(interactionId))
    this.typingEnds.set(
      interactionId,
      setTimeout(() => typing(false), typingLastsMs),
    )
    typing(true)
  }

  /** The view with what came since. */
  private takePending(): View | null {
    const { view } = this.state
    if (view === null || this.pending.length === 0) return view
    const after = changed(view, this.pending)
    this.pending = []
    this.state = { ...this.state, view: after }
    return after
  }

  private set(part: Partial<StoreState>): void {
    const { status, trouble } = this.state
    this.state = { ...this.state, ...part }
    const seq = this.pending.at(-1)?.seq ?? this.state.view?.seq ?? 0
    const statusChanged = this.state.status !== status || this.state.trouble !== trouble
    const wanted = statusChanged || (this.awaited > this.seqShown() && seq >= this.awaited)
    if (!this.renderDue) {
      this.renderDue = true
      if (this.paced && !wanted && Date.now() - this.shownAt < secondMs)
        this.stopPulse ??= pulseOf(secondMs).subscribe(this.show)
      else this.soon()
    } else if (wanted && this.stopPulse !== null) this.soon()
  }

  private seqShown(): number {
    return this.shown.getState().view?.seq ?? 0
  }

  private soon(): void {
    // No frames are drawn while the tab is hidden; offers must be announced there too.
    if (document.hidden) setTimeout(this.show, 50)
    else requestAnimationFrame(this.show)
  }

  private readonly show = (): void => {
    this.stopPulse?.()
    this.stopPulse = null
    if (!this.renderDue) return
    this.renderDue = false
    this.shownAt = Date.now()
    this.takePending()
    this.shown.setState(this.state, true)
  }

  /** Calls with what another end of a call says; gives what ends it. */
  onSignal(interactionId: InteractionId, hear: (from: string, data: unknown) => void): () => void {
    const all = this.signals.get(interactionId) ?? new Set()
    this.signals.set(interactionId, all.add(hear))
    return () => {
      all.delete(hear)
      if (all.size === 0) this.signals.delete(interactionId)
    }
  }

  /** Resolves once the view reaches `seq`, so that who did something sees it done; gives up after three seconds. */
  reached(seq: number): Promise<void> {
    this.awaited = Math.max(this.awaited, seq)
    // What came already is not kept back any longer.
    if (this.renderDue) this.set({})
    return new Promise((resolve) => {
      const stop = this.shown.subscribe(() => check())
      const patience = setTimeout(() => done(), 3000)
      const done = (): void => {
        stop()
        clearTimeout(patience)
        resolve()
      }
      const check = (): void => {
        if (this.seqShown() >= seq) done()
      }
      check()
    })
  }
}
