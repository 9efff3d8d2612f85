/**
 * Delimited text, in and out. Start at {@link keensparrow.formats.csv.CsvSource}. Parsing and quoting are FastCSV's.
 */
@NullMarked
package keensparrow.formats.csv;

import org.jspecify.annotations.NullMarked;
