package keensparrow.server.source;

/** The databases a connection can be to. */
public enum ConnectionKind {
    POSTGRESQL,
    H2
}
