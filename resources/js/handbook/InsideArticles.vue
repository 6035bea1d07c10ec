<script setup lang="ts">
import InsidePicture from '../run/InsidePicture.vue'
import { formatted, sample, wiped } from './insideSamples'
</script>

<template>
  <div class="articles">
    <article id="inside-slots">
      <h3>Two slots</h3>
      <p>
        Many phones hold everything twice. A new build goes into the slot that does not run. The three squares are the
        starts that a slot has left: when a new system has used them up, the bootloader goes back to the other slot, if
        that one starts. Firmware is written for each slot by itself.
      </p>
      <InsidePicture :inside="sample" only="slots" />
    </article>
    <article id="inside-super">
      <h3>The room in super</h3>
      <p>
        The systems of both slots share one room. An image that is written there has to fit beside what lies there
        already, at its full size and not at the size of the file that was fetched.
      </p>
      <InsidePicture :inside="sample" only="super" />
    </article>
    <article id="inside-data">
      <h3>Keys, wipe and format</h3>
      <p>A system encrypts its data with keys of its own. No other system can use them, and no older release either.</p>
      <InsidePicture :inside="sample" only="data" />
      <p>A wipe empties the data and leaves the keys. Another system then asks for a password that nobody set.</p>
      <InsidePicture :inside="wiped" only="data" />
      <p>A format ends the keys. The next system makes its own at its first start.</p>
      <InsidePicture :inside="formatted" only="data" />
    </article>
  </div>
</template>

<style scoped>
.articles {
  display: grid;
  grid-template-columns: minmax(0, 1.25fr) minmax(0, 1fr);
  gap: 18px 34px;
}
article {
  scroll-margin-top: 80px;
}
#inside-data {
  grid-column: 2;
  grid-row: 1 / span 2;
}
h3 {
  font-size: 15px;
  margin: 0 0 4px;
}
p {
  margin: 8px 0;
  max-width: 44em;
}
@media (max-width: 800px) {
  .articles {
    grid-template-columns: minmax(0, 1fr);
  }
  #inside-data {
    grid-column: 1;
    grid-row: auto;
  }
}
</style>
