import { chromium, type Page } from '@playwright/test';
import { pathOf } from '@vestibul/contract';
import type { CourseId } from '@vestibul/core';
import { SESSION_COOKIE, startSession } from '@vestibul/server';
import { openServer } from './furnish';
import { makeLargeSchool, type Size } from './largeSchool';
import { startApart } from './startApart';
import { middle, round } from './timing';

/** The term map of a course. */
const SIZE: Size = { students: 160, courses: 1, perCourse: 160, assignments: 40 };
const OPENINGS = 5;
const KEYS = 60;
/** Changes that come to the open page, a second. */
const CHANGES_A_SECOND = 50;

/**
 * A whole term on one map, in a browser: what it asks the server for, how long until it is painted, and how long from a key until
 * its answer is painted, at rest and while changes come in. Beside it a page that asks for the same, writes a bare table of it and
 * moves a mark in that.
 */
export async function measureGlance(folder: string): Promise<string[]> {
  const furnished = await openServer(folder);
  const { course, teacher } = makeLargeSchool(furnished.school, SIZE);
  const token = startSession(furnished.school, teacher);
  await furnished.close();
  const { address, close } = await startApart(folder);
  const executablePath = process.env.CHROMIUM ?? '/usr/bin/chromium';
  const browser = await chromium.launch({ executablePath, args: ['--no-sandbox', '--disable-gpu'] });
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    await context.addCookies([{ name: SESSION_COOKIE, value: token, url: address }]);
    const page = await context.newPage();
    const asked: string[] = [];
    page.on('request', (request) => asked.push(new URL(request.url()).pathname));
    const rack = pathOf('readRack', { courseId: course });
    const map = `${address}/course/${course}/rack?period=all&view=term&term=all`;

    const plain: number[] = [];
    const painted: number[] = [];
    let racks = 0;
    for (let i = 0; i < OPENINGS; i += 1) {
      await page.goto(`${address}/favicon.svg`);
      plain.push(await paintPlain(page, rack));
      asked.length = 0;
      painted.push(await paintMap(page, map));
      racks = asked.filter((one) => one === rack).length;
    }
    const atRest = await pressKeys(page);
    const stop = sendChanges(address, token, course);
    const inChange = await pressKeys(page);
    const sent = await stop();
    await page.goto(`${address}/favicon.svg`);
    await paintPlain(page, rack);
    const bare = await pressKeys(page);
    const size = `${SIZE.perCourse} × ${SIZE.assignments}`;
    return [
      `term map of ${size}: ${racks} request for all of it; painted after ${round(middle(painted), 0)} ms, a bare table of the same after ${round(middle(plain), 0)} ms (${round(middle(painted) / middle(plain))} ×)`,
      `from a key to its answer on that map: middle ${round(middle(atRest), 0)} ms, in the bare table ${round(middle(bare), 0)} ms (${round(middle(atRest) / middle(bare))} ×)`,
      `the same while ${round(sent, 0)} changes a second come in: middle ${round(middle(inChange), 0)} ms, longest ${round(Math.max(...inChange), 0)} ms (${round(middle(inChange) / middle(atRest))} × at rest)`,
    ];
  } finally {
    await browser.close();
    await close();
  }
}

/** Asks for the rack, writes a table of it and lets arrow keys move a mark in that; how long until it is painted. */
function paintPlain(page: Page, rack: string): Promise<number> {
  return page.evaluate(async (url) => {
    const from = performance.now();
    const { students, slots } = (await (await fetch(url)).json()) as {
      students: { id: string; last: string }[];
      slots: { studentId: string; assignmentId: string; state: string }[];
    };
    const columns = [...new Set(slots.map(({ assignmentId }) => assignmentId))];
    const stateOf = new Map(slots.map((slot) => [`${slot.studentId} ${slot.assignmentId}`, slot.state]));
    document.documentElement.innerHTML = `<table tabindex="0" role="grid" aria-activedescendant="0-0">${students
      .map(
        ({ id, last }, row) =>
          `<tr><th>${last}</th>${columns.map((column, at) => `<td id="${row}-${at}">${(stateOf.get(`${id} ${column}`) ?? '').slice(0, 1)}</td>`).join('')}</tr>`,
      )
      .join('')}</table>`;
    const table = document.querySelector('table')!;
    table.addEventListener('keydown', ({ key }) => {
      const [row = 0, column = 0] = table.getAttribute('aria-activedescendant')!.split('-').map(Number);
      const by = { ArrowRight: [0, 1], ArrowLeft: [0, -1], ArrowDown: [1, 0], ArrowUp: [-1, 0] }[key] ?? [
        0, 0,
      ];
      document.getElementById(`${row}-${column}`)!.style.outline = '';
      const id = `${row + by[0]!}-${column + by[1]!}`;
      document.getElementById(id)!.style.outline = '2px solid';
      table.setAttribute('aria-activedescendant', id);
    });
    return new Promise<number>((resolve) =>
      requestAnimationFrame(() => requestAnimationFrame(() => resolve(performance.now() - from))),
    );
  }, rack);
}

/** Opens the map; how long from the first byte asked for until its cells are painted. */
async function paintMap(page: Page, url: string): Promise<number> {
  await page.goto(url, { waitUntil: 'commit' });
  return page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        const look = () => {
          if (document.querySelector('[role=grid] [role=gridcell] .mini'))
            requestAnimationFrame(() => resolve(performance.now()));
          else requestAnimationFrame(look);
        };
        look();
      }),
  );
}

/** Goes about on the map by arrow keys; how long each takes until its answer is painted. */
function pressKeys(page: Page): Promise<number[]> {
  return page.evaluate(async (keys) => {
    const grid = document.querySelector<HTMLElement>('[role=grid]')!;
    grid.focus();
    const meant = () => grid.getAttribute('aria-activedescendant');
    const frame = () => new Promise((resolve) => requestAnimationFrame(resolve));
    const times: number[] = [];
    for (let i = 0; i < keys; i += 1) {
      const key = ['ArrowDown', 'ArrowRight', 'ArrowDown', 'ArrowLeft'][i % 4]!;
      const was = meant();
      const from = performance.now();
      grid.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
      while (meant() === was && performance.now() - from < 5000) await frame();
      await frame();
      times.push(performance.now() - from);
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
    return times;
  }, KEYS);
}

/** Reviews pieces, and takes that back, so many times a second; what ends it says how many there were a second. */
function sendChanges(address: string, token: string, courseId: CourseId) {
  const headers = {
    Cookie: `${SESSION_COOKIE}=${token}`,
    Origin: address,
    'Content-Type': 'application/json',
  };
  let isOver = false;
  let count = 0;
  const started = performance.now();
  const going = (async () => {
    const answer = await fetch(address + pathOf('readRack', { courseId }), { headers });
    const { slots } = (await answer.json()) as { slots: { id: string | null; attempt: number }[] };
    const works = slots.filter(({ id }) => id !== null);
    for (let i = 0; !isOver; i += 1) {
      const { id, attempt } = works[(i * 7) % works.length]!;
      const act = await fetch(`${address}/api/submissions/${id}/review`, {
        method: 'POST',
        headers,
        body: JSON.stringify({ attempt }),
      });
      await act.arrayBuffer();
      if (act.ok) count += 1;
      const ahead = started + (i * 1000) / CHANGES_A_SECOND - performance.now();
      if (ahead > 0) await new Promise((resolve) => setTimeout(resolve, ahead));
    }
  })();
  return async () => {
    isOver = true;
    await going;
    return (count * 1000) / (performance.now() - started);
  };
}
