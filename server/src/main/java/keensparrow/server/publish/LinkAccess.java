package keensparrow.server.publish;

/** Who may open a link. */
public enum LinkAccess {
    /** Whoever has an account. */
    SIGNED_IN,
    /** Anyone who knows the address. */
    ANYONE
}
