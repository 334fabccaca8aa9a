import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { Clip } from '@velvet-dusk/core/api/contract';
import { openClip } from '@velvet-dusk/core/api/endpoints/plates';
import { clipSubjectOf, isOver, type Job } from '@velvet-dusk/core/api/jobs';
import { activeTextures } from '@velvet-dusk/core/texture/index';
import { parseClipReadings } from '@velvet-dusk/core/trial/clip';
import { z } from 'zod';
import { call, readFile } from '../../api/client.ts';
import { artefactUrl } from '../../api/urls.ts';
import { useMissingForClips } from '../../api/clips.ts';
import { useJobAction, useJobs } from '../../api/jobs.ts';
import { useOrderClip } from '../../api/trials.ts';
import { useOpenProject } from '../../api/openProject.ts';
import { autosave } from '../../api/saving/autosave.ts';
import { useDocument } from '../../state/document.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Choice.tsx';
import { FileButton } from '../../ui/FileButton.tsx';
import { ProgressBar } from '../../ui/ProgressBar.tsx';
import { ClipLines } from './ClipLines.tsx';
import type { TrialMaterial } from './useTrialMaterial.ts';

type Proof = 'none' | 'plain' | 'textured';

function OrderForm({
  clip,
  material,
  onOrdered,
}: {
  clip: Clip;
  material: TrialMaterial;
  onOrdered(job: Job): void;
}) {
  const project = useOpenProject();
  const openId = useDocument((s) => s.lookId);
  const [lookId, setLookId] = useState(openId);
  const [profileId, setProfileId] = useState(material.usual.profiles[0]?.id ?? project.profiles[0].id);
  const [proof, setProof] = useState<Proof>('plain');
  const order = useOrderClip();
  const look = material.look(lookId);
  const hasTexture = look !== null && activeTextures(look.texture).length > 0;
  const [trouble, setTrouble] = useState('');
  const send = async () => {
    setTrouble('');
    try {
      await autosave.flush();
      onOrdered(
        await order.mutateAsync({
          projectId: project.id,
          order: { clipId: clip.id, lookId, profileId, proof },
        }),
      );
    } catch (error) {
      setTrouble((error as Error).message);
    }
  };
  const { facts } = clip;
  return (
    <div className="flex items-center gap-5 flex-wrap text-[12.5px]">
      <span className="text-t2">
        {clip.name},{' '}
        <span className="num">
          {facts.width}×{facts.height}
        </span>
        , {facts.depth} bits, <span className="num">{facts.duration.toFixed(1)} s</span>
      </span>
      <Choice
        label="Look"
        value={lookId}
        options={project.looks.map((l) => ({ value: l.id, label: l.document.name }))}
        onChange={setLookId}
      />
      <Choice
        label="Recorded by"
        value={profileId}
        options={project.profiles.map((p) => ({ value: p.id, label: p.name }))}
        onChange={setProfileId}
      />
      <Choice<Proof>
        label="Proof clip"
        value={proof}
        options={[
          { value: 'none', label: 'none, only readings' },
          { value: 'plain', label: 'graded' },
          ...(hasTexture ? [{ value: 'textured' as const, label: 'graded, with texture' }] : []),
        ]}
        onChange={setProof}
      />
      <Button kind="main" disabled={order.isPending} onClick={() => void send()}>
        Measure the clip
      </Button>
      {trouble && (
        <p role="alert" className="text-ember">
          ▲ {trouble}
        </p>
      )}
    </div>
  );
}

function Measured({ job }: { job: Job }) {
  const list = job.artefacts.find((a) => a.document.kind === 'velvet-dusk/clip-summary');
  const strip = job.artefacts.find((a) => a.name.endsWith('_strip.png'));
  const proof = job.artefacts.find((a) => a.name.endsWith('.mp4'));
  const { data, error } = useQuery({
    queryKey: ['clip readings', list?.id],
    queryFn: async () => parseClipReadings(await readFile(artefactUrl(list!), z.unknown()), job.title),
    enabled: list !== undefined,
    staleTime: Infinity,
  });
  if (error)
    return (
      <p role="alert" className="text-ember">
        ▲ {error.message}
      </p>
    );
  if (!data || !strip) return <p className="text-t3">Reading …</p>;
  return (
    <>
      <ClipLines readings={data} strip={artefactUrl(strip)} />
      <p className="flex gap-4 text-[12.5px]">
        {[proof, list, strip].map(
          (a, i) =>
            a && (
              <a key={a.id} className="text-violet hover:underline" href={artefactUrl(a)} download={a.name}>
                {['Proof clip, MP4', 'Readings, JSON', 'Strip, PNG'][i]}
              </a>
            ),
        )}
      </p>
    </>
  );
}

function ClipJob({ job }: { job: Job }) {
  const act = useJobAction();
  if (job.state === 'done') return <Measured job={job} />;
  return (
    <div className="flex items-center gap-3 max-w-[560px]">
      {!isOver(job.state) && (
        <>
          <ProgressBar label="Clip progress" share={job.progress} />
          <span className="num text-t2">{job.stage}</span>
          <Button onClick={() => act.mutate({ id: job.id, action: 'cancel' })}>Cancel</Button>
        </>
      )}
      {job.state === 'failed' && (
        <p role="alert" className="text-ember">
          ▲ {job.error}
        </p>
      )}
      {job.state === 'cancelled' && <p className="text-t2">Cancelled. No file was kept.</p>}
      {(job.state === 'failed' || job.state === 'cancelled') && (
        <Button onClick={() => act.mutate({ id: job.id, action: 'retry' })}>Try again</Button>
      )}
    </div>
  );
}

/** A look over the frames of a clip: readings over time, a strip to walk, a graded proof. */
export function ClipTrial({ material }: { material: TrialMaterial }) {
  const { id } = useOpenProject();
  const { jobs } = useJobs(id);
  const done = jobs.filter((j) => clipSubjectOf(j));
  const [clip, setClip] = useState<Clip | null>(null);
  const [shownId, setShownId] = useState('');
  const shown = done.find((j) => j.id === shownId) ?? done[0];
  const missing = useMissingForClips();
  const open = useMutation({
    mutationFn: (file: File) => call(openClip, { id }, { query: { name: file.name }, file }),
    onSuccess: setClip,
  });
  return (
    <div className="flex-1 min-h-0 scroll-quiet px-4 py-3 grid gap-4 content-start">
      <div className="flex items-center gap-4">
        <FileButton
          text="Open a clip"
          label="Clip file"
          accept="video/*,.mxf,.mkv,.mov"
          onFiles={([file]) => open.mutate(file)}
        />
        {missing && <span className="text-close text-[12.5px]">{missing}</span>}
        {open.isPending && <span className="text-t3">Sending and reading …</span>}
        {open.error && (
          <p role="alert" className="text-ember">
            ▲ {open.error.message}
          </p>
        )}
        <span className="flex-1" />
        {done.length > 1 && (
          <Choice
            label="Measured so far"
            value={shown?.id ?? ''}
            options={done.map((j) => ({ value: j.id, label: j.title }))}
            onChange={setShownId}
          />
        )}
      </div>
      {clip && (
        <OrderForm key={clip.id} clip={clip} material={material} onOrdered={(job) => setShownId(job.id)} />
      )}
      {!clip && !shown && (
        <p className="text-t2 max-w-[62ch] text-[15px]">
          A look that holds on a still may breathe in a clip: a flash, a pan into the light, a face turning
          away. Open log footage; every frame is measured, and where a reading leaves its band is shown. The
          graded clip is written for looking at, with texture where the look has it.
        </p>
      )}
      {shown && (
        <section aria-label="Measured clip" data-state={shown.state} className="grid gap-3">
          <h3 className="text-[13.5px]">{shown.title}</h3>
          <ClipJob key={shown.id} job={shown} />
        </section>
      )}
    </div>
  );
}
