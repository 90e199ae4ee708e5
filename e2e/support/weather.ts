import type { BrowserContext, Page } from '@playwright/test';
import { seeded } from './seeded';

/** What `scripts/journeys.mjs` can let happen around the journeys, so that one that races with the page is found at home. */
export const weather = (process.env.VESTIBUL_WEATHER ?? '').split(' ');

/** How many milliseconds the clock of the whole journey is ahead (behind, when negative). Set for every process alike. */
const clockAheadMs = Number(process.env.VESTIBUL_CLOCK_AHEAD_MS ?? 0);

/** How much longer an answer may take on a halting connection, in milliseconds. */
const HALT_MS = 1500;

/** Puts a window into the weather. */
export async function weatherOf(context: BrowserContext): Promise<void> {
  if (clockAheadMs !== 0) {
    await context.addInitScript((ahead) => {
      const Then = Date;
      // eslint-disable-next-line no-global-assign -- the page's clock is what is changed
      Date = class extends Then {
        constructor(...given: []) {
          if (given.length === 0) super(Then.now() + ahead);
          else super(...given);
        }
        static override now = () => Then.now() + ahead;
      } as DateConstructor;
    }, clockAheadMs);
  }
  if (weather.includes('slow')) {
    const slow = async (page: Page) => {
      const session = await context.newCDPSession(page);
      await session.send('Emulation.setCPUThrottlingRate', { rate: 4 });
    };
    context.on('page', (page) => void slow(page).catch(() => 'the page was closed again'));
  }
  if (weather.includes('halting')) {
    const next = seeded(4);
    // Each request waits by itself, so that answers also overtake one another.
    await context.route('**/api/**', async (route) => {
      await new Promise((resolve) => setTimeout(resolve, next(0, HALT_MS)));
      await route.continue().catch(() => 'the page was closed meanwhile');
    });
  }
}
