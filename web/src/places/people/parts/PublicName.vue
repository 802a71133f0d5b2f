<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { door } from '@/api/door'
import { useAct } from '@/api/useAct'
import DayField from '@/parts/DayField.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/people'

/** How others see this member: a name of their choice, until a day, or none. */
const name = ref('')
const until = ref<string | null>(null)
const shown = ref<string | null>(null)
const { busy, refusal, notice, run } = useAct()
function take(answer: Awaited<ReturnType<typeof door.publicName>>) {
  shown.value = answer.public_name
  name.value = answer.public_name ?? ''
  until.value = answer.public_name_until
}
onMounted(() => run(async () => take(await door.publicName())))
const keep = (chosen: string | null) =>
  run(async () => {
    take(
      await door.choosePublicName({
        public_name: chosen,
        public_name_until: chosen ? until.value : null,
      }),
    )
    notice.value = chosen ? t('people.publicName.saved') : t('people.publicName.gone')
  })
</script>

<template>
  <form class="stack-2" @submit.prevent="keep(name.trim() || null)">
    <h2>{{ t('people.publicName.title') }}</h2>
    <TroubleNote :trouble="refusal" />
    <p class="soft">
      {{
        shown ? t('people.publicName.shownAs', { name: shown }) : t('people.publicName.notShown')
      }}
    </p>
    <label
      >{{ t('people.publicName.name') }} <input v-model="name" class="field" maxlength="60"
    /></label>
    <label
      >{{ t('people.publicName.until') }}
      <DayField
        :model-value="until ?? ''"
        :label="t('people.publicName.until')"
        @update:model-value="until = $event || null"
    /></label>
    <p v-if="notice" role="status">{{ notice }}</p>
    <div>
      <el-button native-type="submit" :loading="busy">{{
        t('people.publicName.save')
      }}</el-button><el-button v-if="shown" :disabled="busy" @click="keep(null)">{{
        t('people.publicName.hide')
      }}</el-button>
    </div>
  </form>
</template>

<style scoped>
.field {
  min-height: 44px;
}
</style>
