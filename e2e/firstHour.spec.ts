import { expect, type Locator, type Page } from '@playwright/test';
import { seriousProblems } from './axe.ts';
import { test, typeInto, WaxwingServer } from './server.ts';

/** Somebody who sees Waxwing for the first time: counts what they tap, and into how many fields they type. */
class NewTrainer {
  taps = 0;
  fields = 0;

  constructor(private readonly page: Page) {}

  async tap(what: Locator): Promise<void> {
    this.taps += 1;
    await what.click();
  }

  async button(name: string | RegExp): Promise<void> {
    await this.tap(this.page.getByRole('button', { name, exact: typeof name === 'string' }));
  }

  async link(name: string): Promise<void> {
    await this.tap(this.page.getByRole('link', { name, exact: true }));
  }

  async type(label: string, text: string): Promise<void> {
    this.fields += 1;
    await typeInto(this.page.getByLabel(label, { exact: true }), text);
  }
}

for (const [device, width, height] of [
  ['a tablet', 1280, 800],
  ['a phone', 390, 844],
] as const) {
  test(`the first hour on ${device}: from an empty studio to the first corrected fault and its log`, async ({ page }) => {
    await page.setViewportSize({ width, height });
    const complaints: string[] = [];
    page.on('console', (message) => message.type() === 'error' && complaints.push(message.text()));
    const server = new WaxwingServer(true);
    await server.start();
    const trainer = new NewTrainer(page);

    await test.step('the studio is opened with the code that the server printed', async () => {
      await expect(() => expect(server.output).toMatch(/holds once/)).toPass();
      await page.goto(server.address);
      await expect(page.getByRole('heading', { name: 'Open your studio' })).toBeVisible();
      expect(await seriousProblems(page)).toEqual([]);
      await trainer.type('The code', 'ABCDEFGHIJ');
      await trainer.type('What your studio is called', 'The sail floor');
      await trainer.type('Your name', 'Brisa Holloway');
      await trainer.type('You sign in as', 'brisa');
      await trainer.type('Your password', 'oak-and-caulk');
      await trainer.button('Open it');
      // Mistyped: that is said, and nothing else has to be typed again.
      await expect(page.getByText('is not the code that the server printed')).toBeVisible();
      await expect(page.getByLabel('Your name')).toHaveValue('Brisa Holloway');
      complaints.length = 0;
      await trainer.type('The code', /holds once: (\w+)/.exec(server.output)![1]!.toLowerCase());
      await trainer.button('Open it');
      await expect(page.getByRole('heading', { name: 'Three steps to your first hour' })).toBeVisible({ timeout: 60_000 });
      expect(await seriousProblems(page)).toEqual([]);
    });
    const opened = { taps: trainer.taps, fields: trainer.fields };

    await test.step('the room, in a usual one’s words', async () => {
      await trainer.link('Describe the room');
      await trainer.button(/^A small studio/);
      await expect(page.getByRole('complementary', { name: 'Loads that can be made here' })).toContainText('One kettlebell');
      expect(await seriousProblems(page)).toEqual([]);
      await trainer.button('Add this room');
      await expect(page.getByRole('heading', { name: 'Your room: Main room' })).toBeVisible();
      await expect(page.getByRole('listitem').first().getByRole('img', { name: 'Done' })).toBeVisible();
    });

    await test.step('the first client', async () => {
      await trainer.link('Add a client');
      await trainer.type('Name', 'Dot Ames');
      await trainer.type('Year of birth', '1984');
      await trainer.button('Add this client');
      await expect(page.getByRole('heading', { name: 'Your first client: Dot Ames' })).toBeVisible();
    });

    await test.step('what they do, and to the floor', async () => {
      await trainer.link('Begin with Dot');
      await expect(page.getByText('The health questions haven’t been asked yet.')).toBeVisible();
      await trainer.type('Find a movement to add', 'goblet');
      await trainer.button('Add Goblet squat');
      await trainer.button('Go to the floor');
      await expect(page.getByText('Health questions not asked yet')).toBeVisible();
    });

    await test.step('a fault, what to say, and what it did', async () => {
      await trainer.button('Knee drops in, left');
      await expect(page.getByTestId('cue')).toBeVisible();
      await trainer.button('Fixed');
      await trainer.button('End set');
      // Nobody counted: what was asked stands there, to be corrected.
      await expect(page.getByText('as asked: nobody counted')).toBeVisible();
      await trainer.button('2 or 3');
    });

    await test.step('finished, and written down', async () => {
      await trainer.button('Finish');
      await expect(page.getByRole('heading', { name: 'What comes next time' })).toBeVisible();
      await trainer.button('Finish and write it down');
      await expect(page.getByRole('main')).toContainText('Knee drops in');
    });

    const taps = trainer.taps - opened.taps;
    const fields = trainer.fields - opened.fields;
    console.log(`the first hour on ${device}: ${taps} taps, ${fields} fields; before it ${opened.fields} fields for the studio`);
    expect(taps).toBeLessThanOrEqual(20);
    expect(fields).toBeLessThanOrEqual(7);
    expect(complaints).toEqual([]);

    await page.goto(server.address);
    await expect(page.getByRole('heading', { name: 'Nobody is booked today' })).toBeVisible();
    await expect(page.getByRole('heading', { name: 'Three steps to your first hour' })).toHaveCount(0);
    await server.remove();
  });
}
