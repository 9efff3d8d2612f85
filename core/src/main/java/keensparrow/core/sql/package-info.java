/** Questions and filters as SQL: for people who ask what a number is, and a beginning for an engine that asks a database. */
@NullMarked
package keensparrow.core.sql;

import org.jspecify.annotations.NullMarked;
