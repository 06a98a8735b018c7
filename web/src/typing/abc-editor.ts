import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { defaultKeymap, history, historyKeymap, redo, undo } from '@codemirror/commands';
import { lintGutter, setDiagnostics } from '@codemirror/lint';
import { EditorState, StateEffect, StateField } from '@codemirror/state';
import { Decoration, type DecorationSet, drawSelection, EditorView, keymap, lineNumbers } from '@codemirror/view';
import type { Edit, Typing } from '@kettle-step/core/typing';
import { abcLanguage } from './abc-language';
import type { Stretch } from './places';
import type { Remark } from './typing.store';

const light = StateEffect.define<Stretch | undefined>();

/** Marks the note at the caret, as the score does. */
const lit = StateField.define<DecorationSet>({
  create: () => Decoration.none,
  update: (marks, transaction) => {
    let now = marks.map(transaction.changes);
    for (const effect of transaction.effects)
      if (effect.is(light)) {
        const { value } = effect;
        const isThere = value && value.from < value.to && value.to <= transaction.newDoc.length;
        now = isThere
          ? Decoration.set([Decoration.mark({ class: 'lit' }).range(value.from, value.to)])
          : Decoration.none;
      }
    return now;
  },
  provide: (field) => EditorView.decorations.from(field),
});

/** The text of a piece in ABC, with its errors in the margin. */
@Component({
  selector: 'ks-abc-editor',
  template: `<div #holder class="holder"></div>`,
  styleUrl: './abc-editor.less',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AbcEditor {
  private readonly holder = viewChild.required<ElementRef<HTMLElement>>('holder');
  private readonly view = signal<EditorView | undefined>(undefined);
  /** Edits that came before the editor was there. */
  private readonly early: Edit[] = [];

  /** What stands in the editor at first; afterwards the editor knows best. */
  readonly start = input.required<Typing>();
  readonly remarks = input.required<readonly Remark[]>();
  readonly lit = input<Stretch>();
  readonly changed = output<Typing>();

  constructor() {
    const destroyed = inject(DestroyRef);
    afterNextRender(() => {
      const view = this.create();
      this.view.set(view);
      for (const edit of this.early.splice(0)) this.apply(edit);
      destroyed.onDestroy(() => view.destroy());
    });
    effect(() => {
      const [view, remarks] = [this.view(), this.remarks()];
      if (!view) return;
      const { length } = view.state.doc;
      const diagnostics = remarks
        .filter(({ to }) => to <= length)
        .map(({ from, to, message }) => ({ from, to, message, severity: 'error' as const }));
      view.dispatch(setDiagnostics(view.state, diagnostics));
    });
    effect(() => {
      const stretch = this.lit();
      this.view()?.dispatch({ effects: light.of(stretch) });
    });
  }

  apply(edit: Edit): void {
    const { from, to, insert, caret } = edit;
    const view = this.view();
    if (!view) this.early.push(edit);
    else view.dispatch({ changes: { from, to, insert }, selection: { anchor: caret }, scrollIntoView: true });
  }

  moveTo(caret: number): void {
    this.view()?.dispatch({ selection: { anchor: caret }, scrollIntoView: true });
  }

  focus(): void {
    this.view()?.focus();
  }

  undo(): void {
    const view = this.view();
    if (view) undo(view);
  }

  redo(): void {
    const view = this.view();
    if (view) redo(view);
  }

  private create(): EditorView {
    const { text, caret } = this.start();
    return new EditorView({
      parent: this.holder().nativeElement,
      state: EditorState.create({
        doc: text,
        selection: { anchor: Math.min(caret, text.length) },
        extensions: [
          lineNumbers(),
          history(),
          drawSelection(),
          EditorView.lineWrapping,
          EditorView.contentAttributes.of({ 'aria-label': 'The piece as ABC text' }),
          abcLanguage,
          lintGutter(),
          lit,
          keymap.of([...defaultKeymap.filter(({ key }) => key !== 'Mod-Enter'), ...historyKeymap]),
          EditorView.updateListener.of(({ docChanged, selectionSet, state }) => {
            if (docChanged || selectionSet)
              this.changed.emit({ text: state.doc.toString(), caret: state.selection.main.head });
          }),
        ],
      }),
    });
  }
}
