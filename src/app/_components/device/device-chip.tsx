'use client';
import { HardDrive, Send } from 'lucide-react';
import { Link } from '@/ui/link';
import { useDeviceTakes } from './device-takes';

/** In the edge of every page: what is only on this device. Nothing when there is nothing. */
export function DeviceChip() {
  const { takes, send } = useDeviceTakes();
  const waiting = takes.filter(({ state }) => state === 'waiting').length;
  if (takes.length === 0) return null;
  const isSending = send.kind === 'sending';
  const Icon = isSending ? Send : HardDrive;
  const rest =
    waiting === 0
      ? ''
      : isSending
        ? `, handing in ${waiting}`
        : send.kind === 'offline' || send.kind === 'no-answer'
          ? `, ${waiting} handed in when ${send.kind === 'offline' ? 'online' : 'the school answers'}`
          : `, ${waiting} to be handed in`;
  return (
    <Link
      href="/practice#device"
      className="inline-flex min-h-11 items-center gap-2 rounded-md px-2 text-base hover:bg-cool-wash"
    >
      <Icon aria-hidden className="size-5" />
      <span role="status">
        {takes.length} on this device{rest}
      </span>
    </Link>
  );
}
