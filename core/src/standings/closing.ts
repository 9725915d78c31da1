/** For so many days a business that was closed can be opened again. */
export const daysToReopen = 30
