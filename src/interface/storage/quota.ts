import { observable, useObservable } from '../lazy/observable';
import { whenIdle } from '../lazy/when-idle';

/**
 * Whether there is room for the record: the browser's own estimate, and whether some megabytes of the disk can be kept back for the day
 * when it is full. A browser does not say how full a disk is; that the room cannot be kept back does.
 */
export type StorageRoom = 'unknown' | 'enough' | 'low' | 'given-up';

const room = observable<StorageRoom>('unknown');

export function useRoom(): StorageRoom {
  return useObservable(room, 'unknown');
}

/** What was kept back had to be given up: the disk is full. */
export function roomGivenUp(): void {
  room.set('given-up');
}

/** Less than this left by the browser's estimate is told as little, bytes. Chosen: some hundreds of thousands of entries. */
const LITTLE = 60_000_000;
const AGAIN_MS = 10 * 60_000;

/** Looks how much room there is, and keeps some back. */
export async function lookForRoom(): Promise<void> {
  try {
    const { quota, usage } = await navigator.storage.estimate();
    if (quota !== undefined && usage !== undefined && quota - usage < LITTLE) {
      room.set('low');
      return;
    }
    const { keepRoomBack } = await import('@/workers/records');
    room.set((await keepRoomBack()) ? 'enough' : 'low');
  } catch {
    // This browser keeps no private files, and says nothing of room.
  }
}

/** Looks for room while a record is open, now and then; stopped by what it answers. */
export function watchRoom(): () => void {
  const stop = whenIdle(() => void lookForRoom());
  const timer = setInterval(() => void lookForRoom(), AGAIN_MS);
  return () => {
    stop();
    clearInterval(timer);
  };
}
