import type { Topic } from "./sense";

// Who did what when, what is to be got, and time.

export const PEOPLE: Topic = [
  [
    { is: "person" },
    "owner, he says, says he, told me, customer, somebody, someone, another shop, other shop, a shop, a friend, friend, " +
      "his friend, the owner, by the owner, by owner, mate, a mate, dealer, a dealer, previous owner, somebody he knows, " +
      "a shop elsewhere, some shop, his mate, a tech, owner says, says owner, says the owner, so he says, acc. to owner, " +
      "owners, the customer, his dad, his son, his brother, his uncle, a relative, a neighbour, neighbour, the seller, " +
      "seller, previous shop, the last shop, last tech, a previous tech, the last tech, technician, another tech, " +
      "former owner, the previous owner, himself, by himself, owner himself, the owner himself, some tech, a repair shop, " +
      "some other shop, shop, owner's doing, says owner he, customer says, the customer says, seller says, " +
      "according to owner, according to the owner, acc to owner, owner reckons, he reckons, he swears, owner swears, " +
      "somebody's, somebodys, someone's, someones, family, a pal, pal, owner's wish, owners wish, owner's call, " +
      "owner's choice, owner's decision, owner's idea",
  ],
  [
    { is: "old" },
    "previous, previously, already, earlier, last year, last month, years ago, last spring, last summer, last winter, " +
      "last autumn, in spring, before me, used to, a year ago, a month ago, two years ago, 2 yrs ago, 2 years ago, " +
      "years back, yrs ago, yrs back, a year back, last yr, a month back, this spring, years before, before, once before, " +
      "in the past, long ago, some years ago, months ago, last week, weeks ago, two weeks ago, days ago, the other day, " +
      "a while ago, a while back, some time ago, at some time, at some point, in the nineties, in the eighties, " +
      "last decade, three years ago, 3 years ago, 3 yrs ago, 4 years ago, 4 yrs back, 4 yrs ago, 5 years ago, 5 yrs ago, " +
      "five years ago, ten years ago, 10 years ago, 10 yrs ago, two months ago, 2 months ago, 3 months ago, six months ago, " +
      "6 months ago, half a year ago, four years ago, last christmas, last easter, over the winter, over the summer, " +
      "recently, not long ago, when new to him, since last year, last time",
  ],
  [{ is: "done" }, "did, done, all done, have been done, had been done, were done, was done"],
  [
    { is: "ordered" },
    "ordered, on order, order, to order, to get, need, needs ordering, to be ordered, get, buy, needs, need to get, " +
      "must get, must order, to be got, still to get, still to order, on the list, shopping list, needed, will order, " +
      "ill order, have to order, want to order",
  ],
  [
    { is: "informed" },
    "told, informed, rang, phoned, told him, asked, emailed, spoke to, rang up, texted, wrote to, messaged, tell, " +
      "tell him, tell her, tell owner, let him know, told her, told owner, told the owner, mentioned, to mention, mention, " +
      "must tell",
  ],
  [{ is: "onIt" }, "on it, in this one, on the job"],
  [
    { is: "spent" },
    "spent, on the clock, bench time, labour, labor, of work, work, so far, on this one, all told, time on it, " +
      "spent on it, took, took me, took in all, total time, time so far, hours so far, on the job so far, in total so far, " +
      "all in, total, bench time so far, clocked, logged",
  ],
];
