import { format, parseISO } from 'date-fns';

/** A ride in the words of a step that is undone: "Ines Okafor’s ride of Tue 3 Nov". */
export function rideWords(name: string, date: string): string {
  return `${name}’s ride of ${format(parseISO(date), 'EEE d MMM')}`;
}
