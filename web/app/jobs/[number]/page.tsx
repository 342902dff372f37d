import { redirect } from "next/navigation";

export default async function JobPage({ params }: PageProps<"/jobs/[number]">) {
  const { number } = await params;
  redirect(`/jobs/${encodeURIComponent(number)}/measure`);
}
