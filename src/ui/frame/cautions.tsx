/** Usual cautions where the work can hurt. They can be folded away, and unfolded again. */
const CAUTIONS = [
  'Mains-powered heaters and opened power supplies can kill: covers on, supply off and unplugged before touching. Wiring is for a licensed electrician, to your local code.',
  'Heatsinks and plates burn. Keep fingers, hair and cables out of running fans.',
  'Do not leave a stress load unattended. Lifting limits can damage parts and void warranties.',
  'Coolant and electronics: leak test away from power. Liquid metal conducts, and attacks aluminium.',
  'Loud fans at close range for hours: protect your hearing. 85 dB(A) for 8 h is the usual limit.',
  'Follow the makers’ instructions.',
];

/** Open before hands go in, folded once the mount is under way: read once a mount, and never gone. */
export function Cautions({ isOpen = true }: { isOpen?: boolean }) {
  return (
    <details key={String(isOpen)} open={isOpen} className="border-t border-hairline pt-2 text-[13.5px]">
      <summary className="cursor-pointer font-semibold text-warn">▲ Before you touch the rig</summary>
      <ul className="list-disc space-y-0.5 pt-1 pl-5 marker:text-warn">
        {CAUTIONS.map((caution) => (
          <li key={caution}>{caution}</li>
        ))}
      </ul>
    </details>
  );
}
