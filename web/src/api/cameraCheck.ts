import { answer, bytes, client, type Schemas } from './client'

export type TriedNumber = Schemas['TriedNumber']
export type TriedLength = Schemas['TriedLength']

/** Photos of tags and fish whose truth is known, to try a cooperative's cameras. */
export const cameraCheck = {
  number: (photo: Blob, printed: string) =>
    answer(
      client.PUT('/api/camera-check/number/picture', {
        params: { query: { printed } },
        ...bytes(photo),
      }),
    ),
  length: (photo: Blob, true_mm: number, isFlat: boolean) =>
    answer(
      client.PUT('/api/camera-check/length/picture', {
        params: { query: { true_mm, is_flat: isFlat ? 'true' : 'false' } },
        ...bytes(photo),
      }),
    ),
  summary: (numbers: TriedNumber[], lengths: TriedLength[]) =>
    answer(client.POST('/api/camera-check', { body: { numbers, lengths } })),
}
