/** The number in the navigation: notices that came since the reader last looked at them, and nothing else. */
import { useEffect } from 'react';
import { unseen } from '../../core/notices/notices';
import { own } from '../../core/table';
import { say } from '../../words/generated/commands';
import { useHere } from '../kit/app';
import { useNotices } from './useNotices';

export default function NoticeCount() {
  const { reader, settings } = useHere();
  const gathered = useNotices();
  const n = gathered ? unseen(gathered.notices, own(settings.noticesSeen, reader.id) ?? '') : 0;
  useEffect(() => {
    const badge = document.getElementById('notices-count');
    if (!badge) return;
    badge.textContent = n ? String(n) : '';
    badge.title = n ? say('commands.newNotices', { n }) : '';
  }, [n]);
  return null;
}
