import { useState } from 'react';
import type { Job } from '@velvet-dusk/core/api/jobs';
import {
  type Heading,
  headingIds,
  headings,
  noReasons,
  type Standing,
  unexcused,
} from '@velvet-dusk/core/pack/standing';
import { useGiveReasons } from '../api/jobs.ts';
import { Button } from '../ui/Button.tsx';
import { plural } from '@velvet-dusk/core/numeric/plural';

/** Sentences shown at once; a pack of thousands of files may have as many. */
const most = 200;

interface HeadingProps {
  id: Heading;
  stands: readonly string[];
  reason: string;
  onReason(reason: string): void;
}

/** What stands under one heading, and the reason why it goes out all the same. */
function UnderHeading({ id, stands, reason, onReason }: HeadingProps) {
  const { label, about } = headings[id];
  return (
    <fieldset className="grid gap-1.5">
      <legend className="text-t1">
        {label} <span className="num text-t2">{stands.length}</span> <span className="text-t2">{about}</span>
      </legend>
      <ul
        aria-label={label}
        className="max-h-[112px] scroll-quiet bg-g1 border border-g3 rounded-sm px-2 py-1"
      >
        {stands.slice(0, most).map((says) => (
          <li key={says} className="text-[12px] text-t2 py-0.5 break-words">
            <span className="text-ember">▲</span> {says}
          </li>
        ))}
        {stands.length > most && (
          <li className="text-[12px] text-t3">and {plural(stands.length - most, 'more file')}</li>
        )}
      </ul>
      <input
        type="text"
        aria-label={`Reason: ${label.toLowerCase()}`}
        placeholder="Why it goes out all the same"
        maxLength={500}
        className="w-full bg-g1 border border-g4 rounded-sm px-2 py-1 focus:outline-none focus:border-violet"
        value={reason}
        onChange={(e) => onReason(e.currentTarget.value)}
      />
    </fieldset>
  );
}

/** A release that is verified and held: what stands against it by heading, with a reason to give for each. */
export function HeldRelease({ job, standing }: { job: Job; standing: Standing }) {
  const [reasons, setReasons] = useState(noReasons);
  const give = useGiveReasons();
  const open = unexcused(standing, reasons);
  return (
    <form
      aria-label="What stands against the release"
      className="grid gap-3 pt-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (open.length === 0) give.mutate({ id: job.id, reasons });
      }}
    >
      <p className="text-t2">
        Every file is made and verified. Give a reason for each heading, or cancel, mend it and release it
        again.
      </p>
      {headingIds
        .filter((id) => standing[id].length > 0)
        .map((id) => (
          <UnderHeading
            key={id}
            id={id}
            stands={standing[id]}
            reason={reasons[id]}
            onReason={(reason) => setReasons({ ...reasons, [id]: reason })}
          />
        ))}
      <div className="flex items-baseline gap-3">
        <Button kind="main" type="submit" disabled={open.length > 0 || give.isPending}>
          {open.length > 0
            ? `No reason yet for ${open.map((id) => headings[id].label.toLowerCase()).join(', ')}`
            : 'Release with these reasons'}
        </Button>
        {give.error && (
          <p role="alert" className="text-ember">
            ▲ {give.error.message}
          </p>
        )}
      </div>
    </form>
  );
}
