/** A gesture that has ended and whose edit is still being computed. */
export interface GestureUnderWay {
  readonly label: string;
  /** False once it was taken back: what was computed for it is dropped. */
  readonly isWanted: boolean;
  /** It made its edit, or will never make one. */
  end(): void;
}

interface Entry extends GestureUnderWay {
  isWanted: boolean;
  readonly onTakenBack: () => void;
  readonly again: () => void;
  /** How many steps of the history could be made again when it was taken back: those undone later come before it. */
  before: number;
}

/**
 * Gestures that belong to the history from the moment they end, though what they make is still being computed: undo takes the
 * last of them back before anything older, and redo makes it again.
 */
export class GesturesUnderWay {
  private readonly waiting: Entry[] = [];
  private takenBack: Entry[] = [];

  constructor(private readonly onChange: (labels: readonly string[]) => void) {}

  /** `onTakenBack` removes what is shown of it; `again` makes the whole gesture once more. */
  begin(label: string, onTakenBack: () => void, again: () => void): GestureUnderWay {
    const entry: Entry = {
      label,
      isWanted: true,
      onTakenBack,
      again,
      before: 0,
      end: () => {
        const at = this.waiting.indexOf(entry);
        if (at < 0) return;
        this.waiting.splice(at, 1);
        this.tell();
      },
    };
    this.waiting.push(entry);
    this.tell();
    return entry;
  }

  /** Takes the last one back; false when none is under way. `undone`: how many steps of the history could be made again. */
  takeBack(undone: number): boolean {
    const last = this.waiting.pop();
    if (!last) return false;
    last.isWanted = false;
    last.before = undone;
    last.onTakenBack();
    this.takenBack.push(last);
    this.tell();
    return true;
  }

  /** Makes the one that was taken back last again; false when there is none, or the history has later ones. */
  makeAgain(undone: number): boolean {
    const last = this.takenBack[this.takenBack.length - 1];
    if (!last || undone > last.before) return false;
    this.takenBack.pop();
    last.again();
    return true;
  }

  /** Something else was done: what was taken back stays so. */
  forget(): void {
    this.takenBack = [];
  }

  private tell(): void {
    this.onChange(this.waiting.map((e) => e.label));
  }
}
