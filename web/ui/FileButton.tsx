import { Input } from '@chakra-ui/react';
import { useRef } from 'react';
import { InkButton } from './InkButton';

interface Props {
  /** What the button says. */
  readonly text: string;
  readonly tip: string;
  /** What is asked for, for screen readers. */
  readonly label: string;
  /** Endings of files: ".otf,.ttf". */
  readonly accept: string;
  readonly onFile: (file: File) => void;
}

/** A button that asks for a file; the same file can be chosen again. */
export function FileButton({ text, tip, label, accept, onFile }: Props) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <InkButton tip={tip} onClick={() => input.current?.click()}>
        {text}
      </InkButton>
      <Input
        ref={input}
        type="file"
        accept={accept}
        aria-label={label}
        display="none"
        onChange={(e) => {
          const [file] = e.target.files ?? [];
          if (file) onFile(file);
          e.target.value = '';
        }}
      />
    </>
  );
}
