import type { APIRoute } from "astro";
import { cameraSheetPdf } from "../../../server/formats/camera-sheet-pdf.ts";

/** The sheet of dots that tells a camera's lens, on paper. */
export const GET: APIRoute = async () =>
  new Response(new Uint8Array(await cameraSheetPdf()), {
    headers: {
      "content-type": "application/pdf",
      "content-disposition": 'inline; filename="camera-sheet.pdf"',
    },
  });
