/** Minutes of an item that are to come for a group on a day, as somebody put them; 0: none of it comes then. */
export interface Placed {
  group: string
  item: string
  day: string
  minutes: number
}
