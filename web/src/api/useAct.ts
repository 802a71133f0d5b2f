import { computed, ref } from 'vue'
import { trouble, type Trouble } from './refusal'

/**
 * One thing at a time that may be refused: whether it runs, what the server said against it, and
 * what to say when it is done.
 */
export function useAct() {
  const running = ref(0)
  const busy = computed(() => running.value > 0)
  const refusal = ref<Trouble | null>(null)
  const notice = ref('')
  let asked = 0

  /** False when it was refused. */
  async function run(act: () => Promise<void>): Promise<boolean> {
    running.value++
    refusal.value = null
    notice.value = ''
    try {
      await act()
      return true
    } catch (thrown) {
      refusal.value = trouble(thrown)
      return false
    } finally {
      running.value--
    }
  }

  /**
   * What somebody looks at by choosing: of answers that are on their way only that to the newest
   * question is kept, whichever comes last. True when this one was.
   */
  async function read<T>(ask: () => Promise<T>, keep: (answer: T) => void): Promise<boolean> {
    const mine = ++asked
    let kept = false
    await run(async () => {
      try {
        const answer = await ask()
        kept = mine === asked
        if (kept) keep(answer)
      } catch (thrown) {
        if (mine === asked) throw thrown
      }
    })
    return kept
  }
  return { busy, refusal, notice, run, read }
}
