/** How many files of the program are not kept yet for use without a signal; asked within the page. */
export async function lacking(): Promise<number> {
  const manifest = (await (await fetch('ngsw.json')).json()) as { assetGroups: { urls: string[] }[] };
  const wanted = manifest.assetGroups.flatMap(({ urls }) => urls);
  const kept = await Promise.all(wanted.map((url) => caches.match(url)));
  return kept.filter((found) => found === undefined).length;
}
