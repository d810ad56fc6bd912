import 'server-only';
import { z } from 'zod';

/** What people are called. */
export const personName = z
  .string()
  .trim()
  .min(1, 'Type your name.')
  .max(60, 'A name has at most 60 letters.');

/** A teacher's new password. Source: NIST SP 800-63B, 5.1.1: length counts, composition rules do not. */
export const newPasswordForm = z
  .string('Type a password.')
  .min(10, 'A password has at least 10 characters.')
  .max(200, 'A password has at most 200 characters.');
