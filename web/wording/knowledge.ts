import type { Source } from "@mirvek/core/knowledge";

/** Where a figure or a rule comes from, in words. */
export function sourceText(source: Source): string {
  switch (source.kind) {
    case "published":
      return source.name;
    case "commonPractice":
      return "common practice";
    case "memory":
      return `${source.name} (from memory)`;
  }
}
