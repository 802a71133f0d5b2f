<template>
  <div class="page narrow">
    <h1>There is nothing at this address</h1>
    <p>
      Go to the <RouterLink to="/deck">Deck</RouterLink>, or
      <RouterLink to="/report">report a tag</RouterLink>.
    </p>
  </div>
</template>
