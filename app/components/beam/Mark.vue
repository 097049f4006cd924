<template>
  <svg width="30" height="28" viewBox="0 0 30 28" aria-hidden="true">
    <rect x="1" y="3" width="28" height="5.5" rx="1" fill="#E9B850" />
    <rect x="5" y="11" width="5" height="15" fill="#D9C7A6" />
    <rect x="20" y="11" width="5" height="15" fill="#D9C7A6" />
  </svg>
</template>
