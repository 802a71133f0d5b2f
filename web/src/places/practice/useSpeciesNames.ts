import { onMounted, shallowRef } from 'vue'
import { api, type Schemas } from '@/api/client'

/** Species by their code; none where there is no signal. */
export function useSpeciesNames() {
  const species = shallowRef<Schemas['SpeciesName'][]>([])
  onMounted(async () => {
    species.value = (await api.species().catch(() => ({ species: [] }))).species
  })
  return (code: string) => species.value.find((species) => species.code === code)
}
