'use client';
import { createContext, type ReactNode, useContext, useEffect, useMemo, useRef, useState } from 'react';
import { HandInQueue, type SendState } from '@/browser/hand-in';
import { isBeingRecorded, type KeptTake, TakeStore } from '@/browser/take-store';

/** The takes on this device, and the way they go from it to the school's server. */
export interface DeviceTakes {
  /** Undefined until it is open, and where the browser has none. */
  readonly store: TakeStore | undefined;
  /** The store as soon as it is open: nothing is recorded before. Undefined where the browser has none. */
  whenOpen(): Promise<TakeStore | undefined>;
  readonly hasNoStore: boolean;
  /** Own takes that are only here, the oldest first. */
  readonly takes: readonly KeptTake[];
  readonly send: SendState;
  /** Ids of the takes that arrived since this page was opened. */
  readonly arrived: readonly string[];
  /** Sends a take as soon as the server can be reached. */
  handIn(takeId: string, changes?: Partial<KeptTake>): Promise<void>;
}

const NOTHING: DeviceTakes = {
  store: undefined,
  whenOpen: async () => undefined,
  hasNoStore: false,
  takes: [],
  send: { kind: 'idle' },
  arrived: [],
  handIn: async () => {},
};

const Context = createContext<DeviceTakes>(NOTHING);

export function useDeviceTakes(): DeviceTakes {
  return useContext(Context);
}

/** A store that is on its way. */
interface Opening {
  readonly opened: Promise<TakeStore | undefined>;
  settle(store: TakeStore | undefined): void;
}

function newOpening(): Opening {
  let settle: Opening['settle'] = () => {};
  const opened = new Promise<TakeStore | undefined>((resolve) => {
    settle = resolve;
  });
  return { opened, settle };
}

/** Opens the store of the signed-in student and sends what waits in it. @param userId undefined for somebody who records nothing. */
export function DeviceTakesProvider({
  userId,
  children,
}: {
  readonly userId: string | undefined;
  readonly children: ReactNode;
}) {
  const [store, setStore] = useState<TakeStore>();
  const [hasNoStore, setNoStore] = useState(false);
  const [takes, setTakes] = useState<readonly KeptTake[]>([]);
  const [send, setSend] = useState<SendState>({ kind: 'idle' });
  const [arrived, setArrived] = useState<readonly string[]>([]);
  const queue = useRef<HandInQueue | undefined>(undefined);
  const opening = useRef<Opening>(undefined);
  opening.current ??= newOpening();

  useEffect(() => {
    if (!userId) {
      opening.current?.settle(undefined);
      return;
    }
    let hasEnded = false;
    let opened: TakeStore | undefined;
    const open = async () => {
      opened = await TakeStore.open(userId);
      if (hasEnded) return opened.close();
      const mine = opened;
      const refresh = async () => {
        const list = await mine.list();
        if (!hasEnded) setTakes(list.filter(({ state }) => state !== 'recording'));
      };
      mine.onChange = () => void refresh();
      await mine.tidy(isBeingRecorded);
      await refresh();
      const sending = new HandInQueue(mine);
      sending.onState = setSend;
      sending.onArrived = (takeId) => setArrived((before) => [...before, takeId]);
      queue.current = sending;
      setStore(mine);
      opening.current?.settle(mine);
      void sending.run();
    };
    open().catch(() => {
      setNoStore(true);
      opening.current?.settle(undefined);
    });
    return () => {
      hasEnded = true;
      queue.current?.end();
      queue.current = undefined;
      // What is being written may still end.
      if (opened) opened.onChange = () => {};
    };
  }, [userId]);

  const value = useMemo(
    (): DeviceTakes => ({
      store,
      whenOpen: () => opening.current!.opened,
      hasNoStore,
      takes,
      send,
      arrived,
      async handIn(takeId, changes = {}) {
        await store?.change(takeId, { ...changes, state: 'waiting', problem: undefined });
        await queue.current?.run();
      },
    }),
    [store, hasNoStore, takes, send, arrived],
  );
  return <Context value={value}>{children}</Context>;
}
