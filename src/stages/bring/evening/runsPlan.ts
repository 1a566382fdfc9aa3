import { parseLoad } from '@/core/runs/load';
import { typedNumber } from '@/ui/typedNumber';
import { floorOf } from '@/core/joining/pieces';
import { type BroughtLog } from '@/core/joining/evening';
import { type EveningInHand } from '@/core/joining/eveningByHand';
import { type NewTarget } from '../runsTarget';

/** The room as one typed reading, where no log has it. */
export interface TypedRoom {
  ambientC: string;
  doubtK: string;
}

/** The pieces that become runs, with their place among all. */
export const usedPieces = ({ pieces }: Pick<EveningInHand, 'pieces'>) =>
  pieces.map((piece, i) => ({ piece, i })).filter(({ piece }) => piece.use);

/** An evening in hand as the door of raw runs takes it. */
export function runsPlan(
  evening: EveningInHand,
  {
    logs,
    room,
    target,
    into,
  }: {
    logs: readonly BroughtLog[];
    /** Null where a log has it. */
    room: TypedRoom | null;
    target: NewTarget;
    /** Id of the round-up that they go into; empty for a new one. */
    into: string;
  },
) {
  return {
    logs: logs.map((log, i) => ({ fileId: log.fileId, offsetS: evening.offsetsS[i]! })),
    room:
      room === null || typedNumber(room.ambientC) === null
        ? null
        : { ambientC: typedNumber(room.ambientC), doubtK: typedNumber(room.doubtK) ?? 1 },
    runs: usedPieces(evening).map(({ piece, i }) => ({
      fromS: piece.fromS,
      toS: piece.toS,
      entry: piece.entry,
      ...parseLoad(piece.loadW),
      setting: piece.setting,
      mount: typedNumber(piece.mount) ?? undefined,
      pass: typedNumber(piece.pass) ?? undefined,
      noiseDb: typedNumber(piece.noiseDb),
      floorDb: typedNumber(floorOf(evening.pieces, i)) ?? undefined,
    })),
    target: {
      roundUpId: into === '' ? null : Number(into),
      title: target.title,
      rigName: target.rigName,
      meterDistanceCm: typedNumber(target.meterDistanceCm) ?? undefined,
      limitC: typedNumber(target.limitC) ?? undefined,
      noiseLineDba: typedNumber(target.noiseLineDba) ?? undefined,
    },
  };
}
