import type { Page } from '@playwright/test';

/** What a reviewer does, counted: each field filled, button pressed, file dropped and block pasted is one. */
export class Actions {
  count = 0;
  constructor(readonly page: Page) {}

  private async one<T>(work: Promise<T>): Promise<T> {
    this.count += 1;
    return work;
  }
  go = (url: string) => this.one(this.page.goto(url));
  press = (name: string | RegExp) => this.one(this.page.getByRole('button', { name }).first().click());
  follow = (name: string | RegExp) => this.one(this.page.getByRole('link', { name }).first().click());
  fill = (label: string, text: string) => this.one(this.page.getByLabel(label, { exact: true }).fill(text));
  choose = (label: string, value: string) =>
    this.one(this.page.getByLabel(label).first().selectOption(value));
  key = (key: string) => this.one(this.page.keyboard.press(key));
  drop = (label: string, files: { name: string; mimeType: string; buffer: Buffer }[]) =>
    this.one(this.page.getByLabel(label, { exact: true }).setInputFiles(files));
  /** A block of cells from the clipboard, anywhere on the page. */
  paste = (text: string) =>
    this.one(
      this.page.evaluate((cells) => {
        const clipboardData = new DataTransfer();
        clipboardData.setData('text/plain', cells);
        document.body.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true }));
      }, text),
    );
}
