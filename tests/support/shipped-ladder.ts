/** Where no database was read, words and forms know the shipped ladder. */
import { ladderIs } from "#contracts/ladder.here.ts";
import { SHIPPED } from "#shipped/ladder.ts";

ladderIs(SHIPPED);
