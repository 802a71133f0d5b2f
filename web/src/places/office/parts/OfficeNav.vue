<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { computed } from 'vue'
import SubNav from '@/parts/SubNav.vue'
import { useSessionStore } from '@/stores/session'
import { t } from '@/words/office'

const { isCoordinator } = storeToRefs(useSessionStore())
const TODAY = { '/office': t('office.officeNav.today') }
const MEMBERS = {
  '/office/house-rules': t('office.officeNav.houseRules'),
  '/office/tags': t('office.officeNav.tags'),
}
const COORDINATORS = {
  '/office/members': t('office.officeNav.members'),
  '/office/species': t('office.officeNav.speciesAndLaw'),
  '/office/waters': t('office.officeNav.programmeAndWaters'),
  '/office/notices': t('office.officeNav.notices'),
  '/meets': t('office.officeNav.meets'),
  '/office/stock': t('office.officeNav.stock'),
  '/office/import': t('office.officeNav.import'),
  '/office/camera-check': t('office.officeNav.cameraCheck'),
  '/office/letters': t('office.officeNav.letters'),
  '/office/api-keys': t('office.officeNav.apiKeys'),
  '/office/change-history': t('office.officeNav.changeHistory'),
  '/office/sign-ins': t('office.officeNav.signIns'),
}
const pages = computed(() =>
  isCoordinator.value ? { ...TODAY, ...MEMBERS, ...COORDINATORS } : MEMBERS,
)
</script>

<template>
  <SubNav :label="t('office.officeNav.office')" :pages="pages" />
</template>
