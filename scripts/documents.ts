import { writeDocuments } from "./made-documents";

// `npm run documents`: writes those parts of documents that are made from code.
writeDocuments();
