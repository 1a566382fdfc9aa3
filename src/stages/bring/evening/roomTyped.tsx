import type { TypedRoom } from './runsPlan';

/** The room typed once, where no log has it. */
export function RoomTyped({ room, onRoom }: { room: TypedRoom; onRoom: (room: TypedRoom) => void }) {
  return (
    <p className="flex flex-wrap items-center gap-2 pt-3 text-[14.5px]">
      No log has the room temperature. One typed reading is used, and marked:
      <input
        aria-label="Room, °C"
        inputMode="decimal"
        className="w-20 rounded border border-hairline bg-raised px-1.5 py-1 text-right"
        value={room.ambientC}
        onChange={(event) => onRoom({ ...room, ambientC: event.target.value })}
      />
      °C ±
      <input
        aria-label="± of the room, K"
        inputMode="decimal"
        className="w-16 rounded border border-hairline bg-raised px-1.5 py-1 text-right"
        value={room.doubtK}
        onChange={(event) => onRoom({ ...room, doubtK: event.target.value })}
      />
      K
    </p>
  );
}
