import { remember } from './remembered';

/** Under this name the browser remembers which microphone was chosen. */
export const CHOSEN_MICROPHONE = 'mevlo-microphone';

export interface Microphone {
  readonly id: string;
  readonly name: string;
}

/** The microphones of this device; they have names once one of them was allowed. */
export async function listMicrophones(): Promise<readonly Microphone[]> {
  const devices = (await navigator.mediaDevices?.enumerateDevices()) ?? [];
  return devices
    .filter(({ kind, deviceId, label }) => kind === 'audioinput' && deviceId !== '' && label !== '')
    .map(({ deviceId, label }) => ({ id: deviceId, name: label }));
}

export const chooseMicrophone = (id: string) => remember(CHOSEN_MICROPHONE, id);
