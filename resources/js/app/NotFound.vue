<template>
  <div class="empty">
    <p>There is no page at this address.</p>
    <RouterLink to="/bench">Go to the bench</RouterLink>
  </div>
</template>
