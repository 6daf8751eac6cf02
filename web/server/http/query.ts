/** The parameters that occur once in the query of an address. */
export const queryOf = async (
  searchParams: Promise<Record<string, string | string[] | undefined>>,
): Promise<Readonly<Record<string, string>>> =>
  Object.fromEntries(
    Object.entries(await searchParams).flatMap(([name, value]) => (typeof value === "string" ? [[name, value] as const] : [])),
  );
