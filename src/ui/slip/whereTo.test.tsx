// @vitest-environment happy-dom
/**
 * Where a thing goes, and the contact details that are kept: over the reader's own store, as the page follows
 * it.
 */
import 'fake-indexeddb/auto';
import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import Dexie from 'dexie';
import { useState } from 'react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { INFO } from '../../../tests/fixtures/here';
import { storyItemTitled } from '../../../tests/fixtures/story';
import * as client from '../../browser/client';
import { type Contact, readSettings, register } from '../../browser/settings';
import { theStore } from '../../browser/store';
import type { Reader } from '../../core/model/reader';
import type { Slip } from '../../core/model/slip';
import { newSlip } from '../../core/requests/slip';
import { READERS } from '../../demo/library';
import { App } from '../kit/app';
import { ContactDetails, WhereTo } from './WhereTo';

const READER = READERS.find((r) => r.registered && !r.remote) as Reader;
const contact = async (): Promise<Contact | undefined> =>
  (await readSettings(theStore())).contacts[READER.id];
beforeEach(async () => {
  vi.spyOn(client, 'getLibrary').mockResolvedValue(INFO);
});
afterEach(async () => {
  cleanup();
  vi.restoreAllMocks();
  await theStore().settings.clear();
});

async function open(
  more: Partial<Slip> = {},
  fault: (field: string) => string | undefined = () => undefined,
): Promise<Slip[]> {
  const { record } = storyItemTitled('Salt, smoke');
  const first: Slip = {
    ...newSlip({
      id: 'S-w',
      record,
      reader: READER,
      wanted: 'loan',
      route: 'ill-loan',
      from: 'lending',
      needBy: '',
      now: INFO.now,
    }),
    ...more,
  };
  const had = [first];
  function Holder() {
    const [slip, setSlip] = useState(first);
    const set = (next: Slip) => {
      had.push(next);
      setSlip(next);
    };
    return (
      <>
        <WhereTo slip={slip} set={set} fault={fault} />
        <ContactDetails />
      </>
    );
  }
  render(
    <App>
      <Holder />
    </App>,
  );
  await screen.findByText(/^Your contact details/);
  return had;
}
const to = (had: readonly Slip[]) => had.at(-1)?.delivery;

describe('where it goes', () => {
  it('a volume to a pickup point, with what happens there, or by post to an address', async () => {
    const had = await open();
    const points = screen.getByLabelText('Collect at') as HTMLSelectElement;
    expect([...points.options].map((o) => o.value)).toEqual([...INFO.campuses.map((c) => c.id), 'post']);
    for (const c of INFO.campuses) {
      fireEvent.change(points, { target: { value: c.id } });
      expect(to(had)).toEqual({ to: 'pickup', campus: c.id });
      expect(
        screen.getByText(c.fetchesHolds ? /^Staff keep it at the desk/ : /^It waits at the shelf/),
      ).toBeTruthy();
    }
    fireEvent.change(points, { target: { value: 'post' } });
    expect(to(had)).toEqual({ to: 'post', address: READER.address });
    fireEvent.change(screen.getByLabelText('Goes'), { target: { value: INFO.campuses[0]?.id } });
    expect(to(had)).toEqual({ to: 'pickup', campus: INFO.campuses[0]?.id });
  });
  it('a copy to a mailbox; an encrypted one says what opens it', async () => {
    const had = await open({
      wanted: 'chapter',
      route: 'ill-copy',
      delivery: { to: 'email', email: READER.email },
    });
    expect(screen.getByText(/^Encrypted\. It opens in/)).toBeTruthy();
    fireEvent.change(screen.getByLabelText('Send the file to'), { target: { value: 'a@b.example' } });
    expect(to(had)).toEqual({ to: 'email', email: 'a@b.example' });
  });
  it('says what is wrong where it is wrong', async () => {
    await open({ delivery: { to: 'post', address: '' } }, (f) =>
      f === 'delivery.address' ? 'Address is missing.' : undefined,
    );
    expect(screen.getByLabelText('Send the parcel to').getAttribute('aria-invalid')).toBe('true');
    expect(screen.getByText('Address is missing.')).toBeTruthy();
  });
  it('a new address is kept once, and can be chosen from then on', async () => {
    const had = await open({ delivery: { to: 'post', address: READER.address } });
    expect(screen.queryByRole('button', { name: 'Keep this address' })).toBeNull();
    fireEvent.change(screen.getByLabelText('Send the parcel to'), { target: { value: ' 4 Mole Row ' } });
    fireEvent.click(screen.getByRole('button', { name: 'Keep this address' }));
    await screen.findByText('Kept with your addresses.');
    expect((await contact())?.addresses).toEqual(['4 Mole Row']);
    const known = await screen.findByLabelText('Address');
    fireEvent.change(known, { target: { value: READER.address } });
    expect(to(had)).toEqual({ to: 'post', address: READER.address });
    fireEvent.change(screen.getByLabelText('Address'), { target: { value: '4 Mole Row' } });
    expect(to(had)).toEqual({ to: 'post', address: '4 Mole Row' });
  });
});

describe('contact details', () => {
  const details = () => screen.getByText(/^Your contact details/).closest('details') as HTMLElement;
  const save = () => within(details()).getByRole('button', { name: 'Keep the changes' }) as HTMLButtonElement;
  const type = (label: string, value: string) =>
    fireEvent.change(within(details()).getByLabelText(label), { target: { value } });
  it('are kept when they were changed and make sense', async () => {
    await open();
    expect(save().disabled).toBe(true);
    type('E-mail', 'nobody');
    expect(save().disabled).toBe(true);
    type('E-mail', 'new@tarnholm.example');
    type('Home address', '1 Quay');
    fireEvent.click(save());
    await screen.findByText('Kept.');
    expect(await contact()).toMatchObject({ email: 'new@tarnholm.example', address: '1 Quay' });
    expect(await screen.findByText('Your contact details: new@tarnholm.example')).toBeTruthy();
    expect(save().disabled).toBe(true);
  });
  it('an address kept on the slip meanwhile is not lost with them', async () => {
    await open({ delivery: { to: 'post', address: READER.address } });
    type('Home address', '1 Quay');
    fireEvent.change(screen.getByLabelText('Send the parcel to'), { target: { value: '4 Mole Row' } });
    fireEvent.click(screen.getByRole('button', { name: 'Keep this address' }));
    await screen.findByText('Kept with your addresses.');
    expect((await contact())?.address).toBe(READER.address);
    await within(details()).findByRole('button', { name: 'Forget 4 Mole Row' });
    fireEvent.click(save());
    await screen.findByText('Kept.');
    expect(await contact()).toMatchObject({ address: '1 Quay', addresses: ['4 Mole Row'] });
  });
  it('an address is forgotten only with the changes', async () => {
    await register(theStore(), READER.id, {
      email: READER.email,
      address: '1 Quay',
      addresses: ['4 Mole Row', '9 Pier'],
    });
    await open();
    fireEvent.click(within(details()).getByRole('button', { name: 'Forget 4 Mole Row' }));
    expect((await contact())?.addresses).toEqual(['4 Mole Row', '9 Pier']);
    fireEvent.click(save());
    await waitFor(async () => expect((await contact())?.addresses).toEqual(['9 Pier']));
  });
  it('what could not be kept is said, and stays as it was typed', async () => {
    await open();
    vi.spyOn(theStore().settings, 'put').mockRejectedValue(new Dexie.QuotaExceededError('full'));
    type('Home address', '1 Quay');
    fireEvent.click(save());
    await within(details()).findByText(/no room left/);
    expect((within(details()).getByLabelText('Home address') as HTMLInputElement).value).toBe('1 Quay');
  });
});
