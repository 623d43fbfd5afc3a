/** Puts the cursor into the field that holds a place of the document; the place may be inside what the field holds. */
export function goToField(path: string): void {
  const fields = [...document.querySelectorAll<HTMLElement>('[data-path]')];
  const field =
    fields.find((f) => f.dataset['path'] === path) ?? fields.find((f) => path.startsWith(`${f.dataset['path'] ?? '?'}.`));
  const control = field?.querySelector<HTMLElement>('input, textarea, [tabindex="0"]');
  control?.scrollIntoView({ block: 'nearest' });
  control?.focus();
}
