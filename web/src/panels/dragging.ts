/** Jobs move between the places of a panel and the list beside it: by mouse, pen or finger alike. */
export const DRAGGED = {
  group: 'jobs',
  sort: false,
  draggable: '[data-drag]',
  ghostClass: 'dragged',
  // The browser's own dragging knows no fingers.
  forceFallback: true,
  fallbackOnBody: true,
  fallbackTolerance: 4,
  // A finger that moves at once scrolls the page.
  delay: 150,
  delayOnTouchOnly: true,
  touchStartThreshold: 5,
  animation: 0,
} as const;
