package keensparrow.core.table;

import keensparrow.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * How the values of a number column may be put together over rows, and why it is thought so.
 *
 * @param reason a clause that follows "because", such as {@code it is a rate}
 * @param weight name of the column by which an average is weighted; null for none
 */
public record Additivity(Kind kind, String reason, @Nullable String weight) {
    public Additivity(Kind kind, String reason) {
        this(kind, reason, null);
    }

    /** What a measure of the column does unless told otherwise. */
    public enum Kind {
        /** Added up over everything. */
        SUM(Words.say("table.addedUp")),
        /** Averaged: its sum means nothing. */
        AVERAGE(Words.say("table.averaged")),
        /** A level: added up over groups, never over time, of which the last counts. */
        LAST(Words.say("table.addedUpOverGroupsAnd"));

        private final String label;

        Kind(String label) {
            this.label = label;
        }

        public String label() {
            return label;
        }
    }
}
