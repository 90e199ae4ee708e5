/** What may be in a document and is not shown in place, as it is told. */
export type Unshown =
  | 'comments'
  | 'words that were taken out'
  | 'equations'
  | 'equations and charts'
  | 'charts'
  | 'text boxes'
  | 'drawings'
  | 'pictures'
  | 'movements'
  | 'video and sound'
  | 'further slides'
  | 'how it is set';

/** A document as it is shown: its HTML is not cleaned yet. */
export interface ReadDocument {
  html: string;
  missing: readonly Unshown[];
}
