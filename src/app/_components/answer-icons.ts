import { Check, Hand, type LucideIcon, RotateCcw } from 'lucide-react';
import type { Answer } from '@/core/practice';

export const ANSWER_ICONS: Readonly<Record<Answer, LucideIcon>> = {
  accepted: Check,
  again: RotateCcw,
  'see-me': Hand,
};
