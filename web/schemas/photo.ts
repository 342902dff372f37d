import { z } from "zod";

export const PHOTO_MOMENTS = ["before", "after"] as const;
export type PhotoMoment = (typeof PHOTO_MOMENTS)[number];

/** What is asked with a picture: what it shows, and whether before or after the repair. */
export const photoAsked = z.object({
  about: z
    .string()
    .trim()
    .max(60)
    .catch("")
    .transform((t) => (t === "" ? null : t)),
  moment: z.enum(PHOTO_MOMENTS).catch("before"),
});

/** A picture as it is listed; the image itself is fetched by its id. */
export interface PhotoView {
  id: number;
  about: string | null;
  moment: PhotoMoment;
  width: number;
  height: number;
  takenAt: number;
  by: string;
}
