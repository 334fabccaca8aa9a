import { useDeletedLook, useLookActions } from '../../api/looks.ts';
import { Button } from '../../ui/Button.tsx';

/** The look that was deleted last, with the way back. */
export function DeletedLook({ className }: { className: string }) {
  const look = useDeletedLook((s) => s.look);
  const { bringBack } = useLookActions();
  if (!look) return null;
  return (
    <p role="status" className={`text-[12px] text-t2 ${className}`}>
      "{look.name}" is deleted.{' '}
      <Button kind="text" disabled={bringBack.isPending} onClick={() => bringBack.mutate(look.id)}>
        Undo
      </Button>
      {bringBack.error && <span className="text-ember"> ▲ {bringBack.error.message}</span>}
    </p>
  );
}
