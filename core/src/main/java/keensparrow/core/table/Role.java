package keensparrow.core.table;

import keensparrow.core.words.Words;

/** What a column is for. */
public enum Role {
    CATEGORY(Words.say("table.category")),
    MEASURE(Words.say("table.measure")),
    TIME(Words.say("table.time")),
    PLACE(Words.say("table.place")),
    TEXT(Words.say("table.text")),
    IDENTIFIER(Words.say("table.identifier"));

    private final String label;

    Role(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }
}
