/** The same database as the role the application connects as; tests look at it through that role's rights. */
export function asApplication(ownerUrl: string): string {
  const password = process.env.MIRVEK_APP_PASSWORD;
  if (!password || ownerUrl === "") return ownerUrl;
  const url = new URL(ownerUrl);
  url.username = "mirvek_app";
  url.password = password;
  return url.toString();
}
