/** Routes say through this which request they are at. */
export { inRequest, requestAtHand } from '@/database/sentRequests';
