<template>
  <section class="sheet hints">
    <h2>Where to find it</h2>
    <ul>
      <li><b>The list of properties</b>: the phone prints it over the cable with debugging allowed.</li>
      <li><b>The list of variables</b>: the bootloader prints it; it shows slots, sizes and the lock.</li>
      <li><b>A build</b>: the zip or image as its publisher offers it. It stays as it is.</li>
      <li><b>The page of a build</b>: copy its text. Sentences that ask for something are found in it.</li>
    </ul>
    <p class="small mute">
      Nothing is sent anywhere, and nothing is written to a phone from this page. You can also
      <RouterLink to="/bench">go to the bench</RouterLink>.
    </p>
  </section>
</template>

<style scoped>
.hints {
  padding: 12px 16px;
}
.hints ul {
  margin: 8px 0;
  padding-left: 20px;
  display: grid;
  gap: 6px;
}
</style>
