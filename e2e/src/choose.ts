import { expect, type Locator, type Page } from '@playwright/test';

const pageOf = (scope: Page | Locator): Page => ('page' in scope ? scope.page() : scope);
const literal = (text: string) => text.replaceAll(/[.*+?^${}()|[\]\\]/g, String.raw`\$&`);

/** The button of a list of which one is chosen; it is named by its label and what is chosen. */
export const choiceOf = (scope: Page | Locator, label: string): Locator =>
  scope.getByRole('button', { name: new RegExp(`^${literal(label)}: `) });

/** Opens such a list and chooses by what an option says, or by its place. */
export async function choose(scope: Page | Locator, label: string, option: string | number): Promise<void> {
  await choiceOf(scope, label).click();
  const options = pageOf(scope).getByRole('menuitemradio');
  await (
    typeof option === 'number'
      ? options.nth(option)
      : options.and(pageOf(scope).getByRole('menuitemradio', { name: option, exact: true }))
  ).click();
}

export const expectChosen = (scope: Page | Locator, label: string, option: string): Promise<void> =>
  expect(choiceOf(scope, label)).toHaveAccessibleName(`${label}: ${option}`);
