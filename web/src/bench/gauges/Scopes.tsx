import { useQuery } from '@tanstack/react-query';
import type { Plate } from '@velvet-dusk/core/api/contract';
import { thumbUrl } from '../../api/urls.ts';
import { Select } from '../../ui/Select.tsx';
import { type LevelScale, type ScopeKind, setView, useView } from '../../state/view.ts';
import { useMeasured } from '../../state/measured.ts';
import { Segments } from '../../ui/Segments.tsx';
import { analysisEngine } from '../../workers/index.ts';
import { useReference } from '../useBench.ts';
import { scopeKinds, ScopeView } from './ScopeView.tsx';
import { tip } from '../../ui/tip.ts';

const scales: { value: LevelScale; label: string; hint: string }[] = [
  { value: '%', label: '%', hint: 'Signal in percent' },
  { value: '10b', label: '10b', hint: 'Full-range code of 10 bits' },
  { value: '8b', label: '8b', hint: 'Full-range code of 8 bits' },
];
const heights = { one: 168, two: 118 };
const hasLevels = (kind: ScopeKind | null) => kind !== null && kind !== 'vector' && kind !== 'stops';
const otherThan = (kind: ScopeKind): ScopeKind => (kind === 'vector' ? 'waveform' : 'vector');

/** The same scope of the reference that is shown beside the picture. */
function ReferenceScope({ reference, kind }: { reference: Plate; kind: ScopeKind }) {
  const url = thumbUrl(reference);
  const { data, error } = useQuery({
    queryKey: ['stillScopes', url],
    queryFn: () => analysisEngine.stillScopes(url),
    retry: false,
  });
  if (error)
    return (
      <p role="alert" className="px-3 text-[11.5px]">
        ▲ {error.message}
      </p>
    );
  return (
    <>
      <p className="px-3 pt-1 text-[11.5px] text-t2 truncate">{reference.name}</p>
      {data && <ScopeView kind={kind} height={heights.two} still={{ name: reference.name, scopes: data }} />}
    </>
  );
}

/** One scope of the picture, or two; with the reference beside it, the reference's too. */
export function Scopes() {
  const { scope, secondScope, levelScale, compare } = useView();
  const reference = useReference();
  const showsReference = compare === 'reference' || compare === 'inset';
  const isLight = useMeasured((s) => Boolean(s.analysis?.aboveWhite));
  const levelled = hasLevels(scope) || hasLevels(secondScope);
  return (
    <section aria-label="Scopes">
      <div className="flex items-center px-1.5 h-9">
        <Segments
          small
          label="Scope"
          value={scope}
          options={scopeKinds}
          onChange={(k) => setView({ scope: k })}
        />
        <span className="flex-1" />
        {isLight && levelled && (
          <span className="num text-t2 px-1" {...tip('Light of the HDR display')}>
            cd/m²
          </span>
        )}
        {!isLight && levelled && (
          <Select
            kind="figure"
            label="Scale"
            value={levelScale}
            options={scales}
            onChange={(scale) => setView({ levelScale: scale })}
          />
        )}
        <button
          type="button"
          aria-pressed={secondScope !== null}
          {...tip('A second scope below the first')}
          className={`px-1.5 text-[11.5px] ${secondScope ? 'text-t1' : 'text-t2 hover:text-t1'}`}
          onClick={() => setView({ secondScope: secondScope ? null : otherThan(scope) })}
        >
          Two
        </button>
      </div>
      <ScopeView kind={scope} height={secondScope ? heights.two : heights.one} />
      {secondScope && (
        <>
          <div className="px-1.5">
            <Segments
              small
              label="Second scope"
              value={secondScope}
              options={scopeKinds}
              onChange={(k) => setView({ secondScope: k })}
            />
          </div>
          <ScopeView kind={secondScope} height={heights.two} />
        </>
      )}
      {showsReference && reference && scope !== 'stops' && (
        <ReferenceScope reference={reference} kind={scope} />
      )}
    </section>
  );
}
