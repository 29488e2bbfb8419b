// A file is picked and read; the same one may be picked again.

export function FilePick(props: {
  says: string;
  accept: string;
  onText: (text: string, name: string) => unknown;
}) {
  const { says, accept, onText } = props;
  const pick = async (input: HTMLInputElement) => {
    const file = input.files?.[0];
    if (!file) return;
    const text = await file.text();
    input.value = "";
    onText(text, file.name);
  };
  return (
    <label className="import-file">
      <span>{says}</span>
      <input type="file" accept={accept} onChange={(event) => void pick(event.target)} />
    </label>
  );
}
