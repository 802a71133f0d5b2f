import { defineStore } from 'pinia'
import { computed, ref, watchEffect } from 'vue'
import { api, keepToken, type Schemas } from '@/api/client'
import { dates } from '@/format/units'
import { leaveDevice } from '@/offline/leaving'
import { clearMember, clearSentOf } from '@/offline/store'

type Member = NonNullable<Schemas['Session']['member']>
const LAST_MEMBER = 'voucher.member'
const PATIENCE_MS = 1200

/**
 * Who is signed in. Without a signal the last answer stands, so that the Deck works at the water.
 */
export const useSessionStore = defineStore('session', () => {
  const member = ref<Member | null>(null)
  /**
   * Whose device this is, also when the sign-in has run out: the fish in hand does not wait for a
   * password.
   */
  const last = ref<Member | null>(null)
  const known = ref(false)
  const secondFactor = ref<Schemas['Session']['second_factor']>('none')
  const programme = ref<Schemas['Session']['programme'] | null>(null)

  /** On a device that knows its member, a slow answer is not waited for: the water comes first. */
  async function load() {
    const last = localStorage.getItem(LAST_MEMBER)
    const asked = ask()
    if (!last || known.value) return asked
    const late = new Promise<'late'>((resolve) => setTimeout(() => resolve('late'), PATIENCE_MS))
    if ((await Promise.race([asked, late])) === 'late') {
      member.value = JSON.parse(last) as Member
      known.value = true
    }
  }

  async function ask() {
    try {
      const session = await api.session()
      keepToken(session.csrf_token)
      member.value = session.member
      secondFactor.value = session.second_factor
      programme.value = session.programme
      if (session.member) localStorage.setItem(LAST_MEMBER, JSON.stringify(session.member))
    } catch {
      // Whatever the server has, the water does not wait for it: the last answer stands.
      const last = localStorage.getItem(LAST_MEMBER)
      member.value = last ? (JSON.parse(last) as Member) : null
    }
    const kept = localStorage.getItem(LAST_MEMBER)
    last.value = kept ? (JSON.parse(kept) as Member) : null
    known.value = true
  }

  async function signIn(email: string, password: string) {
    const before = last.value
    await api.signIn({ email, password })
    await load()
    // Whose sign-in had run out left the device without signing out.
    if (before && member.value && before.id !== member.value.id) await clearSentOf(before.id)
  }

  /** Everything of the member leaves this device; what is not sent yet waits here, sealed. */
  async function signOut() {
    if (member.value) await leaveDevice(member.value.id)
    await api.signOut()
    localStorage.removeItem(LAST_MEMBER)
    await load()
  }

  /** The account is gone already: nothing is left to come back to. */
  async function forgotten() {
    if (member.value) await clearMember(member.value.id)
    localStorage.removeItem(LAST_MEMBER)
    await api.signOut()
    await load()
  }

  const isCoordinator = computed(() => member.value?.role === 'coordinator')
  const units = computed(() => (member.value ?? last.value)?.units ?? 'metric')
  watchEffect(() => (dates.value = (member.value ?? last.value)?.dates ?? 'day_first'))
  return {
    member,
    last,
    known,
    secondFactor,
    programme,
    isCoordinator,
    units,
    load,
    signIn,
    signOut,
    forgotten,
  }
})
