/** Ticks on while its page is in the background, where the page's own timers sleep: somebody who records the screen looks at another window. */
let timer: ReturnType<typeof setInterval> | undefined;
self.onmessage = ({ data }: MessageEvent<{ everyMs: number }>) => {
  clearInterval(timer);
  timer = setInterval(() => self.postMessage(null), data.everyMs);
};
