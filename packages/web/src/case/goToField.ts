/**
 * Puts the cursor into the field that holds a place of the document; the place may be inside what the field holds, or the field inside the
 * place.
 * @returns false when this page has no such field
 */
export function goToField(path: string): boolean {
  const fields = [...document.querySelectorAll<HTMLElement>('[data-path]')];
  const pathOf = (field: HTMLElement): string => field.dataset['path'] ?? '?';
  const field =
    fields.find((f) => pathOf(f) === path) ??
    fields.find((f) => path.startsWith(`${pathOf(f)}.`)) ??
    fields.find((f) => pathOf(f).startsWith(`${path}.`));
  const control = field?.matches('[tabindex]') ? field : field?.querySelector<HTMLElement>('input, textarea, [tabindex="0"]');
  // What is folded up takes no cursor.
  field?.closest('details')?.setAttribute('open', '');
  control?.scrollIntoView({ block: 'nearest' });
  control?.focus();
  return field !== undefined;
}
