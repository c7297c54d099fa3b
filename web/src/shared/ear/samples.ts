/** The samples of a WAV file, as its head says that they are packed. */

/** As the core's `read_recording` reads it. */
export interface Head {
  rate_hz: number;
  channels: number;
  bits: number;
  is_float: boolean;
  /** How many samples of each channel are promised, where that is known. */
  promised: number | null;
  frame_bytes: number;
  /** What the floor of each band is at least. */
  least_db: number[];
  starts_at: number;
}

type Reader = (view: DataView, at: number) => number;

const finite = (value: number) => (Number.isFinite(value) ? value : 0);

function readerOf({ bits, is_float: isFloat }: Head): Reader {
  if (isFloat) {
    return bits === 64
      ? (view, at) => finite(view.getFloat64(at, true))
      : (view, at) => finite(view.getFloat32(at, true));
  }
  switch (bits) {
    case 8: // the only one without a sign
      return (view, at) => (view.getUint8(at) - 128) / 128;
    case 16:
      return (view, at) => view.getInt16(at, true) / 2 ** 15;
    case 24:
      return (view, at) => (view.getInt16(at + 1, true) * 2 ** 8 + view.getUint8(at)) / 2 ** 23;
    default:
      return (view, at) => view.getInt32(at, true) / 2 ** 31;
  }
}

/** Whole frames, a channel each. */
export function unpack(data: ArrayBuffer, head: Head): Float32Array[] {
  const view = new DataView(data);
  const many = Math.floor(data.byteLength / head.frame_bytes);
  const read = readerOf(head);
  const width = head.bits / 8;
  return Array.from({ length: head.channels }, (_, channel) => {
    const samples = new Float32Array(many);
    for (let index = 0; index < many; index += 1) {
      samples[index] = read(view, index * head.frame_bytes + channel * width);
    }
    return samples;
  });
}
