import type { Row } from '@uphill/core/sessions';
import { Copy, FolderOpen, Minus, Plus, Repeat, Trash2 } from 'lucide-react';
import Button from 'react-bootstrap/Button';
import type { RowAction } from './rowActions.ts';

interface Props {
  /** The row chosen; null where there is none. */
  readonly here: Row | null;
  readonly empty: boolean;
  readonly act: (action: RowAction) => void;
}

/** What the row keys do, for the hand. */
export function RowButtons({ here, empty, act }: Props) {
  return (
    <div className="row-actions" role="toolbar" aria-label="The chosen row">
      <RowButton icon={Plus} name={empty ? 'Add a step' : 'Step below'} act={() => act('insert')} />
      {here && (
        <>
          <RowButton
            icon={Copy}
            name="Duplicate"
            act={() => act('duplicate')}
            disabled={here.restOf !== null}
          />
          <RowButton icon={Trash2} name="Remove" act={() => act('remove')} />
          <RowButton icon={Repeat} name="Make a set" act={() => act('makeSet')} />
        </>
      )}
      {here && here.sets.length > 0 && (
        <>
          <RowButton icon={FolderOpen} name="Open the set" act={() => act('openSet')} />
          <RowButton icon={Plus} name="Rep more" act={() => act('more')} />
          <RowButton icon={Minus} name="Rep fewer" act={() => act('fewer')} />
        </>
      )}
    </div>
  );
}

interface ButtonProps {
  readonly icon: typeof Plus;
  readonly name: string;
  readonly act: () => void;
  readonly disabled?: boolean;
}

function RowButton({ icon: Icon, name, act, disabled = false }: ButtonProps) {
  return (
    <Button size="sm" variant="outline-secondary" onClick={act} disabled={disabled}>
      <Icon size={14} aria-hidden /> {name}
    </Button>
  );
}
