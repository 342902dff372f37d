import { PIECE_BYTES, sha256 } from "../../../../schemas/recording";
import { keepPiece } from "../../../../server/saveRecording";
import { refuseMissing } from "../../../../server/refusal";
import { respondBytes } from "../../../../server/respond";

export async function PUT(request: Request, { params }: RouteContext<"/api/sound/[sha256]">) {
  const { sha256: named } = await params;
  return respondBytes(request, PIECE_BYTES, async (bytes) => {
    const hash = sha256.safeParse(named);
    if (!hash.success) throw refuseMissing();
    return keepPiece(hash.data, bytes);
  });
}
