package keensparrow.core.table;

/** What a column is for. */
public enum Role {
    CATEGORY("category"),
    MEASURE("measure"),
    TIME("time"),
    PLACE("place"),
    TEXT("text"),
    IDENTIFIER("identifier");

    private final String label;

    Role(String label) {
        this.label = label;
    }

    public String label() {
        return label;
    }
}
