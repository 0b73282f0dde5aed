/** What is known of when made-up customers may be called: most live on the islands, whatever their number says. */
export const customerTerms = (name: string): { readonly zone: string; readonly doNotContact: boolean } => ({
  zone: name === 'Tomas Reyne' ? 'Australia/Hobart' : 'Atlantic/Azores',
  doNotContact: name === 'Lorcan Gough',
})
