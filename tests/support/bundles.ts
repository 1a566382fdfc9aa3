/** Bundles made in a test: path to text. */
export function smallBundle(
  change: (files: Map<string, string>) => void = () => undefined,
): Map<string, Uint8Array> {
  const trace = (riseK: number, seconds = 400) =>
    `t_s,cpu_c,ambient_c,power_w\n${Array.from({ length: seconds }, (_, t) => `${t},${(21 + riseK + (t % 2 ? 0.1 : -0.1)).toFixed(1)},21.0,170`).join('\n')}\n`;
  const files = new Map([
    [
      'datapackage.json',
      JSON.stringify({
        name: 'small',
        title: 'A small round-up',
        abanico: {
          formatVersion: 1,
          rig: { name: 'Test bench', enclosure: 'open', meterDistanceCm: 60, limitC: 90 },
          method: { loadsW: [170], noiseLineDba: 33, windowS: 300, referenceAmbientC: 23 },
        },
      }),
    ],
    [
      'entries.csv',
      'entry,product,maker,kind,fans,fan_count,price,currency,height_mm,is_control\n' +
        'a,Levante,Barlovento,air-tower,1 × 120 mm,1,50,EUR,150,true\n' +
        'b,Poniente,Barlovento,air-tower,2 × 120 mm,2,70,EUR,155,false\n',
    ],
    [
      'runs.csv',
      'run,entry,mount,pass,load_w,setting,noise_db,floor_db,trace\n' +
        '1,a,1,1,170,50 %,30.0,22.0,traces/1.csv\n2,a,1,1,170,100 %,40.0,22.0,traces/2.csv\n' +
        '3,b,1,1,170,50 %,29.0,22.0,traces/3.csv\n4,b,1,1,170,100 %,42.0,22.0,traces/4.csv\n',
    ],
    ['traces/1.csv', trace(40)],
    ['traces/2.csv', trace(34)],
    ['traces/3.csv', trace(46)],
    ['traces/4.csv', trace(30)],
  ]);
  change(files);
  const encoder = new TextEncoder();
  return new Map([...files].map(([path, text]) => [path, encoder.encode(text)]));
}

/** Changes one file of a bundle by replacing text that must be there. */
export function replacing(path: string, from: string, to: string): (files: Map<string, string>) => void {
  return (files) => {
    const text = files.get(path)!;
    if (!text.includes(from)) throw new Error(`"${from}" is not in ${path}`);
    files.set(path, text.replace(from, to));
  };
}
