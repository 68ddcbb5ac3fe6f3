/** The microphone as WAV pieces: the last seconds, once a second. Nothing is kept or sent anywhere else. */

/** Sixteen bits a sample, one channel. */
export function toWav(samples: Float32Array, rate: number): Blob {
  const bytes = new DataView(new ArrayBuffer(44 + samples.length * 2))
  const text = (at: number, word: string) => [...word].forEach((one, k) => bytes.setUint8(at + k, one.charCodeAt(0)))
  text(0, 'RIFF')
  bytes.setUint32(4, 36 + samples.length * 2, true)
  text(8, 'WAVEfmt ')
  bytes.setUint32(16, 16, true)
  bytes.setUint16(20, 1, true)
  bytes.setUint16(22, 1, true)
  bytes.setUint32(24, rate, true)
  bytes.setUint32(28, rate * 2, true)
  bytes.setUint16(32, 2, true)
  bytes.setUint16(34, 16, true)
  text(36, 'data')
  bytes.setUint32(40, samples.length * 2, true)
  samples.forEach((one, k) => bytes.setInt16(44 + k * 2, Math.round(Math.max(-1, Math.min(1, one)) * 32767), true))
  return new Blob([bytes.buffer], { type: 'audio/wav' })
}

export interface Piece {
  wav: Blob
  /** Of its first sample, seconds since listening began. */
  from_s: number
}

/** Listens until it is stopped; each second hands over the last ones. Throws where the browser gives no microphone. */
export async function listenTo(hand: (piece: Piece) => void, keep_s = 8): Promise<() => void> {
  if (!navigator.mediaDevices?.getUserMedia) throw new Error('This browser gives a page no microphone here.')
  const plain = { echoCancellation: false, noiseSuppression: false, autoGainControl: false }
  const stream = await navigator.mediaDevices.getUserMedia({ audio: plain })
  const context = new AudioContext()
  const source = context.createMediaStreamSource(stream)
  const tap = context.createScriptProcessor(4096, 1, 1)
  let held = new Float32Array(0)
  let before = 0
  let since = 0
  tap.onaudioprocess = (event) => {
    const news = event.inputBuffer.getChannelData(0)
    const all = new Float32Array(held.length + news.length)
    all.set(held)
    all.set(news, held.length)
    const most = Math.round(keep_s * context.sampleRate)
    const cut = Math.max(0, all.length - most)
    before += cut
    held = all.slice(cut)
    since += news.length
    if (since >= context.sampleRate) {
      since = 0
      hand({ wav: toWav(held, context.sampleRate), from_s: before / context.sampleRate })
    }
  }
  source.connect(tap)
  tap.connect(context.destination)
  return () => {
    tap.disconnect()
    source.disconnect()
    stream.getTracks().forEach((one) => one.stop())
    void context.close()
  }
}
