import { useRef } from 'react';
import { Button } from './Button.tsx';

interface FileButtonProps {
  /** What the button says. */
  text: string;
  /** What the files are, for those who hear the field. */
  label: string;
  accept: string;
  multiple?: boolean;
  main?: boolean;
  className?: string;
  onFiles(files: File[]): void;
}

/** Opens the file chooser; the same file can be chosen twice in a row. */
export function FileButton({
  text,
  label,
  accept,
  multiple = false,
  main = false,
  className,
  onFiles,
}: FileButtonProps) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        className="sr-only"
        aria-label={label}
        accept={accept}
        multiple={multiple}
        onChange={(e) => {
          const files = [...(e.currentTarget.files ?? [])];
          e.currentTarget.value = '';
          if (files.length > 0) onFiles(files);
        }}
      />
      <Button kind={main ? 'main' : 'plain'} className={className} onClick={() => input.current?.click()}>
        {text}
      </Button>
    </>
  );
}
