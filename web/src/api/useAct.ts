import { ref } from 'vue'
import { trouble, type Trouble } from './refusal'

/**
 * One thing at a time that may be refused: whether it runs, what the server said against it, and
 * what to say when it is done.
 */
export function useAct() {
  const busy = ref(false)
  const refusal = ref<Trouble | null>(null)
  const said = ref('')

  /** False when it was refused. */
  async function run(what: () => Promise<void>): Promise<boolean> {
    busy.value = true
    refusal.value = null
    said.value = ''
    try {
      await what()
      return true
    } catch (thrown) {
      refusal.value = trouble(thrown)
      return false
    } finally {
      busy.value = false
    }
  }
  return { busy, refusal, said, run }
}
