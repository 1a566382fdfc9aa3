import { pagesOfRig } from '@/lab/orders/deskPages';
import { stageLayout } from '@/app/round-ups/stageLayout';

export default stageLayout(pagesOfRig);
