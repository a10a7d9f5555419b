// @vitest-environment happy-dom
/** What the views share: the address as state, single keys, the way back. */
import { act, cleanup, fireEvent, render, renderHook, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { adjust, go, useAddress } from './address';
import { useAfterFrame } from './afterFrame';
import { Boundary } from './Boundary';
import { Failure } from './Failure';
import { useKeys } from './keys';
import { Undo } from './Undo';
import { useKept } from './useKept';

afterEach(() => {
  cleanup();
  document.body.innerHTML = '';
  window.history.replaceState(null, '', '/');
});

describe('the address', () => {
  it('is followed; a step can be taken back, an adjustment leaves no trace', () => {
    const { result } = renderHook(() => useAddress());
    const steps = vi.spyOn(window.history, 'pushState');
    const at = () => result.current.toString();
    act(() => go(new URLSearchParams({ q: 'kelp' })));
    expect([at(), window.location.search, steps.mock.calls.length]).toEqual(['q=kelp', '?q=kelp', 1]);
    act(() => adjust(new URLSearchParams({ q: 'kelp', item: 'tu1' })));
    expect([at(), steps.mock.calls.length]).toEqual(['q=kelp&item=tu1', 1]);
    act(() => go(new URLSearchParams()));
    expect([at(), window.location.search, steps.mock.calls.length]).toEqual(['', '', 2]);
    steps.mockRestore();
  });
  it('the same address again is no step', () => {
    act(() => go(new URLSearchParams({ q: 'kelp' })));
    const steps = vi.spyOn(window.history, 'pushState');
    act(() => go(new URLSearchParams({ q: 'kelp' })));
    expect(steps).not.toHaveBeenCalled();
    steps.mockRestore();
  });
  it('an adjustment keeps what belongs to the step, as its place in the list', () => {
    window.history.replaceState({ line: 40 }, '', '/?q=kelp');
    act(() => adjust(new URLSearchParams({ q: 'kelp', item: 'tu1' })));
    expect(window.history.state).toEqual({ line: 40 });
  });
  it('Back is heard', () => {
    const { result } = renderHook(() => useAddress());
    window.history.replaceState(null, '', '/?q=dulse');
    act(() => void window.dispatchEvent(new PopStateEvent('popstate')));
    expect(result.current.get('q')).toBe('dulse');
  });
});

describe('single keys', () => {
  const keys = (map: Record<string, () => void>) =>
    renderHook(({ m }) => useKeys(m), { initialProps: { m: map } });
  it('work on the page and on what is not typed in; never in a field, never with a modifier', () => {
    const j = vi.fn();
    keys({ j });
    document.body.innerHTML =
      '<button>b</button><input type="checkbox"><input type="text"><textarea></textarea><select></select><div contenteditable="true">x</div>';
    const at = (selector: string) => document.querySelector(selector) as HTMLElement;
    const heard = (target: Element, more: KeyboardEventInit = {}): boolean => {
      j.mockClear();
      fireEvent.keyDown(target, { key: 'j', ...more });
      return j.mock.calls.length > 0;
    };
    expect([document.body, at('button'), at('[type=checkbox]')].map((e) => heard(e))).toEqual([
      true,
      true,
      true,
    ]);
    expect([at('[type=text]'), at('textarea'), at('select')].map((e) => heard(e))).toEqual([
      false,
      false,
      false,
    ]);
    for (const modifier of ['ctrlKey', 'metaKey', 'altKey'] as const)
      expect(heard(document.body, { [modifier]: true }), modifier).toBe(false);
    expect(heard(document.body, { key: 'x' })).toBe(false);
  });
  it('are quiet while a dialog is open, and gone with their view', () => {
    const j = vi.fn();
    const { rerender, unmount } = keys({ j });
    const dialog = document.body.appendChild(document.createElement('dialog'));
    dialog.setAttribute('open', '');
    fireEvent.keyDown(document.body, { key: 'j' });
    expect(j).not.toHaveBeenCalled();
    dialog.remove();
    const later = vi.fn();
    rerender({ m: { j: later } });
    fireEvent.keyDown(document.body, { key: 'j' });
    expect([j.mock.calls.length, later.mock.calls.length]).toEqual([0, 1]);
    unmount();
    fireEvent.keyDown(document.body, { key: 'j' });
    expect(later).toHaveBeenCalledOnce();
  });
});

describe('what was removed', () => {
  it('has its live region before its words, so that they are read out', () => {
    const back = vi.fn();
    const { rerender } = render(<Undo said={null} back={back} />);
    const region = screen.getByRole('status');
    expect(region.textContent).toBe('');
    rerender(<Undo said="It is gone." back={back} />);
    expect(screen.getByRole('status')).toBe(region);
    fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
    expect(back).toHaveBeenCalledOnce();
  });
});

describe('a failure', () => {
  it('is the heading of a page that has nothing else', () => {
    const { rerender } = render(<Failure error={new Error('It is away.')} />);
    expect(screen.queryByRole('heading')).toBeNull();
    rerender(<Failure error={new Error('It is away.')} whole />);
    expect(screen.getByRole('heading', { level: 1 }).textContent).toBe('It is away.');
  });
  it('says what it is told, and never nothing', () => {
    const again = vi.fn();
    const { rerender } = render(<Failure error={new Error('The index is being built.')} again={again} />);
    expect(screen.getByRole('alert').textContent).toContain('The index is being built.');
    fireEvent.click(screen.getByRole('button', { name: 'Try again' }));
    expect(again).toHaveBeenCalledOnce();
    rerender(<Failure error={undefined} />);
    expect(screen.getByRole('alert').textContent).toBe('Something failed here. Nothing of yours is lost.');
  });
});

describe('a view that can’t be drawn', () => {
  it('says what is kept and offers ways out; tried again, it is drawn', () => {
    let broken = true;
    const Part = () => {
      if (broken) throw new TypeError('x is not a function');
      return <p>drawn</p>;
    };
    const quiet = vi.spyOn(console, 'error').mockImplementation(() => {});
    render(
      <Boundary>
        <Part />
      </Boundary>,
    );
    expect(screen.getByRole('alert').textContent).toContain(
      'What you have kept in this browser is still there',
    );
    expect(screen.getByRole('link', { name: 'Start with an empty search' }).getAttribute('href')).toBe('/');
    expect(screen.getByRole('button', { name: 'Save what is kept as a file' })).toBeTruthy();
    broken = false;
    fireEvent.click(screen.getByRole('button', { name: 'Try again' }));
    expect(screen.getByText('drawn')).toBeTruthy();
    quiet.mockRestore();
  });
  it('says nothing where another island of the page does', () => {
    const Part = (): never => {
      throw new TypeError('x');
    };
    const quiet = vi.spyOn(console, 'error').mockImplementation(() => {});
    const { container } = render(
      <Boundary quiet>
        <Part />
      </Boundary>,
    );
    expect(container.textContent).toBe('');
    quiet.mockRestore();
  });
});

describe('what is kept, where there is no store', () => {
  it('is the same at each drawing, so that what follows it is not asked for without end', () => {
    const store = window.indexedDB;
    Object.defineProperty(window, 'indexedDB', { value: undefined, configurable: true });
    const { result, rerender } = renderHook(() => useKept<readonly string[]>(() => [], [], []));
    const first = result.current;
    rerender();
    expect(first).toEqual([]);
    expect(result.current).toBe(first);
    Object.defineProperty(window, 'indexedDB', { value: store, configurable: true });
  });
});

describe('what comes after the frame', () => {
  it('is not there before one is painted, then follows, and skips what did not last a frame', async () => {
    const frames: FrameRequestCallback[] = [];
    const asked = vi.spyOn(window, 'requestAnimationFrame').mockImplementation((f) => frames.push(f));
    const left = vi.spyOn(window, 'cancelAnimationFrame').mockImplementation((n) => {
      frames[n - 1] = () => {};
    });
    const painted = () =>
      act(async () => {
        for (const f of frames.splice(0)) f(0);
        await new Promise((done) => setTimeout(done, 5));
      });
    const { result, rerender } = renderHook(({ value }) => useAfterFrame(value), {
      initialProps: { value: 'a' },
    });
    expect(result.current).toBeUndefined();
    await painted();
    expect(result.current).toBe('a');
    rerender({ value: 'b' });
    rerender({ value: 'c' });
    expect(result.current).toBe('a');
    await painted();
    expect(result.current).toBe('c');
    asked.mockRestore();
    left.mockRestore();
  });
});
