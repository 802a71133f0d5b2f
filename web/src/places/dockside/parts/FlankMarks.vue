<script setup lang="ts">
import { t } from '@/words/dockside'
import type { Outline } from '../useOutline'
import BenchView from './BenchView.vue'

/** One picture with the six marks round its fish. */
const { outline } = defineProps<{
  title: string
  outline: Outline
  photo: { id: string; shown_width_px: number; shown_height_px: number }
}>()
const { isComplete, next } = outline
</script>

<template>
  <section class="stack">
    <h2>{{ title }}</h2>
    <BenchView :bench="outline" :photo="photo" />
    <p role="status">
      <template v-if="isComplete">{{ t('dockside.flanks.allMarked') }}</template>
      <template v-else
        >{{ t('dockside.bench.mark') }} <b>{{ next }}</b>.</template
      >
    </p>
    <div class="row">
      <el-button :disabled="!outline.canUndo.value" @click="outline.undo">{{
        t('dockside.bench.undo')
      }}</el-button>
      <el-button @click="outline.remove">{{ t('dockside.bench.removeMark') }}</el-button>
      <el-button @click="outline.again">{{ t('dockside.bench.startAgain') }}</el-button>
    </div>
  </section>
</template>

<style scoped>
h2,
p {
  margin: 0;
}
.row > * {
  margin: 0;
}
</style>
