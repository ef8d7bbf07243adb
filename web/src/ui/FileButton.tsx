import { type ComponentProps, useRef } from 'react';
import { Button } from './parts';

interface Props extends Pick<ComponentProps<typeof Button>, 'look'> {
  /** what the file is, for whoever hears the page */
  readonly label: string;
  readonly accept: string;
  readonly onFile: (file: File) => void;
  readonly children: string;
}

/** A button that asks for a file; the same file may be given twice. */
export function FileButton({ label, accept, onFile, children, look = 'plain' }: Props) {
  const chosen = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button type="button" look={look} onClick={() => chosen.current?.click()}>
        {children}
      </Button>
      <input
        ref={chosen}
        type="file"
        accept={accept}
        hidden
        aria-label={label}
        onChange={({ target }) => {
          const [file] = target.files ?? [];
          if (file) onFile(file);
          target.value = '';
        }}
      />
    </>
  );
}
