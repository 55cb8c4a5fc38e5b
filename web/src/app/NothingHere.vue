<template>
  <h1>There is nothing at this address</h1>
  <p class="quiet">It may have been deleted. <RouterLink to="/">Go to Today</RouterLink></p>
</template>
