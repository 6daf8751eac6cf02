/**
 * Puts a query in the address bar without going anywhere. It passes by the router's own replaceState on purpose: that
 * one gives up a navigation that is under way, and a link pressed just after the view changed would lead nowhere.
 */
export const showQuery = (query: string): void => {
  History.prototype.replaceState.call(window.history, window.history.state, "", `?${query}`);
};
