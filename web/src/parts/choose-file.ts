/** Asks the person for one file; nothing comes of it where they choose none. */
export function chooseFile(accept: string, chosen: (file: File) => void): void {
  const input = document.createElement('input');
  input.type = 'file';
  input.accept = accept;
  input.addEventListener('change', () => input.files?.[0] && chosen(input.files[0]));
  // A test drives it, and some browsers forget one that is not in the page.
  input.hidden = true;
  document.body.append(input);
  input.click();
  input.addEventListener('cancel', () => input.remove());
  input.addEventListener('change', () => input.remove());
}
