/** Where a customer finds their own wheel, by what only they were told. */
export const customerAddress = (token: string): string => `/w/${token}`;

/** Pages of the shop's customers: nothing of the shop is kept on their devices. */
export const isForCustomers = (path: string): boolean => path.startsWith("/w/");
