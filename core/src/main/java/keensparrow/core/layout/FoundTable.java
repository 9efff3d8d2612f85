package keensparrow.core.layout;

import java.util.List;

/**
 * A table found in a sheet.
 *
 * @param headings joined, one for each column that is read; empty texts where there is none
 * @param rowCount rows of values, as far as they were looked at exactly or estimated from the rows in all
 * @param score how likely it is what the author means; larger is likelier
 * @param notes what was left out and why, as sentences
 */
public record FoundTable(TableArea area, List<String> headings, long rowCount, double score, List<String> notes) {
    public FoundTable {
        headings = List.copyOf(headings);
        notes = List.copyOf(notes);
    }
}
