import type { Page } from '@playwright/test';
export const answerPicker: (page: Page) => Promise<unknown>;
export const filesIn: (page: Page) => Promise<Record<string, string>>;
export const carryInto: (page: Page, files: Record<string, string>) => Promise<void>;
export const takeAway: (page: Page) => Promise<void>;
