'use client';
import { createContext, type ReactNode, useContext, useEffect, useMemo, useRef, useState } from 'react';
import { HandInQueue, type SaidWord, type SendState } from '@/browser/hand-in';
import { reportProblem } from '@/browser/report-problem';
import { isBeingRecorded, type KeptTake, TakeStore } from '@/browser/take-store';

/** The takes on this device, and the way they go from it to the school's server. */
export interface DeviceTakes {
  /** Undefined until it is open, and for somebody who records nothing. */
  readonly store: TakeStore | undefined;
  /** The store as soon as it is open: nothing is recorded before. Undefined for somebody who records nothing. */
  whenOpen(): Promise<TakeStore | undefined>;
  /** The browser keeps nothing: takes live as long as the page. */
  readonly isFleeting: boolean;
  /** Own takes that are only here, the oldest first. */
  readonly takes: readonly KeptTake[];
  readonly send: SendState;
  /** Ids of the takes that arrived since this page was opened. */
  readonly arrived: readonly string[];
  /** Words that arrived, or were refused, since this page was opened. */
  readonly said: readonly SaidWord[];
  /**
   * Sends a take as soon as the server can be reached.
   * @param again brings it in once more where it is not in the store any more: another window may have removed it.
   */
  handIn(takeId: string, changes?: Partial<KeptTake>, again?: () => Promise<WholeTake>): Promise<void>;
  /** Sends a student's own word as soon as the server can be reached. @returns by what it is known in `said`. */
  say(assignmentId: string, stageId: string): Promise<string>;
}

/** A take with its sound. */
export interface WholeTake {
  readonly take: Parameters<TakeStore['keep']>[0];
  readonly sound: ArrayBuffer;
}

const NOTHING: DeviceTakes = {
  store: undefined,
  whenOpen: async () => undefined,
  isFleeting: false,
  takes: [],
  send: { kind: 'idle' },
  arrived: [],
  said: [],
  handIn: async () => {},
  say: async () => '',
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
  const [said, setSaid] = useState<readonly SaidWord[]>([]);
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
      sending.onSaid = (word) => setSaid((before) => [...before, word]);
      sending.onArrived = (takeId) => setArrived((before) => [...before, takeId]);
      queue.current = sending;
      setStore(mine);
      opening.current?.settle(mine);
      void sending.run();
    };
    open().catch((error: unknown) => {
      reportProblem(error, 'opening the takes of this device');
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
      isFleeting: store !== undefined && !store.isLasting,
      takes,
      send,
      arrived,
      said,
      async handIn(takeId, changes = {}, again) {
        if (again && store && !(await store.hasWhole(takeId))) {
          const { take, sound } = await again();
          await store.keep(take, sound);
        }
        await store?.change(takeId, { ...changes, state: 'waiting', problem: undefined });
        await queue.current?.run();
      },
      async say(assignmentId, stageId) {
        const id = crypto.randomUUID();
        await store?.say({ id, assignmentId, stageId, saidAtMs: Date.now() });
        await queue.current?.run();
        return id;
      },
    }),
    [store, takes, send, arrived, said],
  );
  return <Context value={value}>{children}</Context>;
}
