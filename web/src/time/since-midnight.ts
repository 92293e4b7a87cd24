/** Seconds since midnight on this machine's clock. */
export const sinceMidnight = () => {
  const now = new Date();
  return now.getHours() * 3600 + now.getMinutes() * 60 + now.getSeconds() + now.getMilliseconds() / 1000;
};
