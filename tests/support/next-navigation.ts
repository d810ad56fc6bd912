// What stands for leading to another page where there is none.
export function redirect(address: string): never {
  throw new Error(`led to ${address}`);
}

export function notFound(): never {
  throw new Error('led to nothing');
}
