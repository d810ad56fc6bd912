'use server';
import { answered } from '@/app/_components/answered';
import { acceptInvitation } from '@/server/access/account/invitations';
import type { FormState } from '@/ui/form';

export async function join(token: string, _: FormState, form: FormData): Promise<FormState> {
  return answered(acceptInvitation(token, Object.fromEntries(form)), { to: () => '/desk' });
}
