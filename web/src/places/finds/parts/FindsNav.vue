<template>
  <nav class="finds-nav" aria-label="Finds">
    <RouterLink to="/finds">All finds</RouterLink>
    <RouterLink to="/finds/desk">Judgement desk</RouterLink>
    <RouterLink to="/finds/doubts">Doubts</RouterLink>
    <RouterLink to="/finds/others">Tags of others</RouterLink>
  </nav>
</template>

<style scoped>
.finds-nav {
  display: flex;
  flex-wrap: wrap;
  gap: 0 var(--gap-4);
  border-bottom: 1px solid var(--line);
}
.finds-nav a {
  min-height: 40px;
  display: flex;
  align-items: center;
  color: var(--ink);
  text-decoration: none;
}
.finds-nav a.router-link-exact-active {
  font-weight: var(--weight-strong);
  border-bottom: 3px solid var(--kelp);
}
</style>
