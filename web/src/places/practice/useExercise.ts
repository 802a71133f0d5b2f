import { onMounted, ref, shallowRef } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useAct } from '@/api/useAct'
import {
  keepResult,
  newSeed,
  progress,
  trainer,
  type Answer,
  type Skill,
} from '@/practice/practice'

/**
 * One exercise after another: a task by its seed, an answer that core scores, and the next. The seed
 * stands in the address, so that the same address is the same task.
 */
export function useExercise<T extends object>(skill: Skill) {
  const route = useRoute()
  const router = useRouter()
  const task = shallowRef<T | null>(null)
  const answer = shallowRef<Answer | null>(null)
  const seed = ref(Number(route.query['seed'] ?? newSeed()))
  const level = ref(0)
  const { busy, refusal, run } = useAct()

  const load = () =>
    run(async () => {
      answer.value = null
      task.value = await trainer.task<T>(skill, seed.value, level.value)
      await router.replace({ query: { seed: seed.value } })
    })
  onMounted(async () => {
    const known = await progress()
    level.value = known?.skills.find((summary) => summary.skill === skill)?.level ?? 0
    await load()
  })

  const score = (reply: object) =>
    run(async () => {
      if (!task.value || answer.value) return
      answer.value = await trainer.score(skill, task.value, reply)
      const { marks } = answer.value
      await keepResult({
        skill,
        scene: null,
        seed: seed.value,
        level: level.value,
        marks,
        points: null,
        deeds: { ...reply } as Record<string, never>,
      })
    })
  const next = () => {
    seed.value = newSeed()
    return load()
  }
  return { task, answer, busy, refusal, score, next }
}
