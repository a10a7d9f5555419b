/** `Where is it?` beside a field that asks for a number: opens a drawing of where it stands. */
import { Suspense } from 'react';
import { part } from '../../browser/parts';
import { say } from '../../words/generated/kit';
import kit from './kit.module.css';
import type { NumberSort } from './NumberDrawing';
import { Popover } from './Popover';

const NumberDrawing = part(() => import('./NumberDrawing'));

export const WhereIsIt = ({ what, label }: { what: NumberSort; label: string }) => (
  <Popover className={kit.link} label={say('kit.where')} describe={say('kit.whereIs', { label })}>
    {() => (
      <Suspense>
        <NumberDrawing what={what} />
      </Suspense>
    )}
  </Popover>
);
