/** How the model plays: a teacher plays a tied rhythm first with every note struck, a slurred line first tongued. */
export interface ModelWish {
  readonly ties: boolean;
  readonly slurs: boolean;
}

export const AS_WRITTEN: ModelWish = { ties: true, slurs: true };
