// Every test runs at one date, on every day. The second pass of scripts/test.sh sets other dates.
process.env.ABANICO_NOW ??= '2026-11-25T10:00:00Z';
// Child processes count from the same moment.
process.env.ABANICO_NOW_SINCE ??= String(Date.now());
