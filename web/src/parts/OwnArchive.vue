<script setup lang="ts">
import { onUnmounted, shallowRef } from 'vue'
import { api } from '@/api/client'
import { useAct } from '@/api/useAct'
import { shortDateText, timeText } from '@/format/units'
import { t } from '@/words/text'
import TroubleNote from './TroubleNote.vue'

/** The own log with all pictures as one file: asked for, made by a job, then taken. */
const EVERY_MS = 2000
const archive = shallowRef<Awaited<ReturnType<typeof api.archive>> | null>(null)
const { busy, refusal, run } = useAct()
let timer = 0

const look = () =>
  run(async () => {
    archive.value = await api.archive()
    again()
  })
const ask = () =>
  run(async () => {
    archive.value = await api.askForArchive()
    again()
  })
function again() {
  window.clearTimeout(timer)
  if (archive.value?.state === 'making') timer = window.setTimeout(look, EVERY_MS)
}
const opened = (event: Event) => {
  if ((event.target as HTMLDetailsElement).open && !archive.value) void look()
}
onUnmounted(() => window.clearTimeout(timer))
const size = (bytes: number) =>
  bytes < 1e6 ? `${Math.ceil(bytes / 1e3)} kB` : `${(bytes / 1e6).toFixed(1)} MB`
</script>

<template>
  <details @toggle="opened">
    <summary>{{ t('common.ownArchive.myLogWithAllPhotos') }}</summary>
    <TroubleNote :trouble="refusal" />
    <p v-if="archive?.trouble" role="alert">{{ archive.trouble }}</p>
    <p v-if="archive?.state === 'making'" role="status">
      {{ t('common.ownArchive.theArchiveIsBeingMade') }}
    </p>
    <p v-if="archive?.state === 'ready'">
      <a href="/api/me/archive.zip" download>{{ t('common.ownArchive.downloadArchive') }}</a>{{
        t('common.ownArchive.made', {
          bytes: size(archive.bytes!),
          made_at: shortDateText(archive.made_at!),
          made_at2: timeText(archive.made_at!),
        })
      }}
    </p>
    <el-button v-if="archive && archive.state !== 'making'" :loading="busy" @click="ask">
      {{
        archive.state === 'ready'
          ? t('common.ownArchive.makeANewArchive')
          : t('common.ownArchive.makeArchive')
      }}
    </el-button>
  </details>
</template>

<style scoped>
summary {
  min-height: 44px;
  align-content: center;
  cursor: pointer;
}
p {
  margin: 0 0 var(--gap-2);
}
</style>
