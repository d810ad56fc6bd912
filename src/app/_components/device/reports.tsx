'use client';
import { useEffect } from 'react';
import { reportWhatNobodyCatches } from '@/browser/report-problem';

/** On every page: what goes wrong and nobody catches reaches whoever looks after the installation. */
export function Reports() {
  useEffect(reportWhatNobodyCatches, []);
  return null;
}
