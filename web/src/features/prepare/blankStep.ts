import type { StepKindWords } from '../../api/types';
import type { Fields } from '../../shared/sentence/definition';
import type { StepColumn } from '../../shared/sentence/SlotEditor';

/** A step of a kind before anything is said in it; a column that is looked at stands in its first place. */
export function blankStep(
  kind: StepKindWords,
  columns: readonly StepColumn[],
  looked: string | null,
): Fields {
  const fields: Record<string, unknown> = { kind: kind.kind };
  for (const slot of kind.slots) {
    const fits = (name: string | null) =>
      columns.some(
        ({ info }) =>
          info.name === name && (slot.types.length === 0 || slot.types.includes(info.type)),
      );
    switch (slot.type) {
      case 'COLUMN':
        fields[slot.path] = fits(looked)
          ? looked
          : (columns.find(({ info }) => fits(info.name))?.info.name ?? '');
        break;
      case 'OPTION':
        fields[slot.path] = slot.options[0]?.value ?? '';
        break;
      case 'COLUMNS':
      case 'OTHER_COLUMNS':
      case 'VALUES':
      case 'GROUPS':
        fields[slot.path] = [];
        break;
      case 'NUMBER':
        fields[slot.path] = 2;
        break;
      case 'YES_NO':
        fields[slot.path] = false;
        break;
      case 'COLUMN_OR_NONE':
      case 'FORMAT':
        fields[slot.path] = null;
        break;
      default:
        fields[slot.path] = '';
    }
  }
  return fields;
}
