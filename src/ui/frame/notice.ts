import type { ExternalToast } from 'sonner';

/** What draws notices is asked for once a page is alive: nothing is said before. */
const library = () => import('sonner').then(({ toast }) => toast);

/** Short notices in the empty part of the page's head; most carry an Undo. */
export const notice = {
  say: (text: string, more?: ExternalToast) => void library().then((toast) => toast(text, more)),
  done: (text: string, more?: ExternalToast) => void library().then((toast) => toast.success(text, more)),
  refused: (text: string, more?: ExternalToast) => void library().then((toast) => toast.error(text, more)),
  close: (id: string | number) => void library().then((toast) => toast.dismiss(id)),
};
