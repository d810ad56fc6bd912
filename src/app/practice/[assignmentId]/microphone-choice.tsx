'use client';
import { useEffect, useState } from 'react';
import { CHOSEN_MICROPHONE, chooseMicrophone, listMicrophones, type Microphone } from '@/browser/microphones';
import { remembered } from '@/browser/remembered';
import { reportProblem } from '@/browser/report-problem';
import { Choice } from '@/ui/field';

/** Which microphone listens, where the device has several; it follows what is plugged in and out. */
export function MicrophoneChoice({ onChosen }: { readonly onChosen: () => void }) {
  const [microphones, setMicrophones] = useState<readonly Microphone[]>([]);
  useEffect(() => {
    const look = () =>
      listMicrophones()
        .then(setMicrophones)
        .catch((error: unknown) => reportProblem(error, 'listing microphones'));
    void look();
    navigator.mediaDevices?.addEventListener('devicechange', look);
    return () => navigator.mediaDevices?.removeEventListener('devicechange', look);
  }, []);
  if (microphones.length < 2) return null;
  const chosen = microphones.find(({ id }) => id === remembered(CHOSEN_MICROPHONE)) ?? microphones[0]!;
  return (
    <Choice
      label="Microphone"
      value={chosen.id}
      onChange={({ target }) => {
        chooseMicrophone(target.value);
        setMicrophones([...microphones]);
        onChosen();
      }}
    >
      {microphones.map(({ id, name }) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </Choice>
  );
}
