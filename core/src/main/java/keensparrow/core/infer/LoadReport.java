package keensparrow.core.infer;

import java.util.List;

/**
 * What happened while a table was read.
 *
 * @param notes sentences, each saying what was done
 * @param misfits the first values that did not fit their column's type and became blank
 * @param misfitCount how many there were in all
 */
public record LoadReport(List<String> notes, List<Misfit> misfits, long misfitCount) {
    public LoadReport {
        notes = List.copyOf(notes);
        misfits = List.copyOf(misfits);
    }

    /** @param line in the file, from 1 */
    public record Misfit(String file, long line, String column, String value, String reason) {
        Misfit at(long newLine) {
            return new Misfit(file, newLine, column, value, reason);
        }
    }
}
