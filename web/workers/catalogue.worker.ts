import type { CatalogueReply, CatalogueRequest } from "./catalogue.protocol";
import { answerCatalogue } from "./catalogueAnswer";

const tell = (reply: CatalogueReply) => self.postMessage(reply);
self.onmessage = ({ data }: MessageEvent<CatalogueRequest>) => void answerCatalogue(data, tell).then(tell);
