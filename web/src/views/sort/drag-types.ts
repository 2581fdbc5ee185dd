/** What is dragged onto a drawer: the pick as it is. */
export const PICK_TYPE = 'application/x-idiotaxa-pick'
