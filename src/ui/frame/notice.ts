import type { ExternalToast } from 'sonner';
import { boardUp } from './boardWanted';

/** What draws notices is asked for with the first of them, which waits until it is there. */
const library = async () => {
  const [{ toast }] = await Promise.all([import('sonner'), boardUp()]);
  return toast;
};

/** Short notices in the empty part of the page's head; most carry an Undo. */
export const notice = {
  say: (text: string, more?: ExternalToast) => void library().then((toast) => toast(text, more)),
  done: (text: string, more?: ExternalToast) => void library().then((toast) => toast.success(text, more)),
  refused: (text: string, more?: ExternalToast) => void library().then((toast) => toast.error(text, more)),
  close: (id: string | number) => void library().then((toast) => toast.dismiss(id)),
};
