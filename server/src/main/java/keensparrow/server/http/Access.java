package keensparrow.server.http;

/** Who may call a route. A route cannot be made without one. */
public enum Access {
    /** Anyone, and nobody is asked who they are: the ways in. */
    ENTRANCE,
    /** Anyone; the route itself decides what it gives. */
    ANYONE,
    /** Whoever has an account. */
    SIGNED_IN,
    /** Authors and administrators. */
    AUTHOR,
    ADMINISTRATOR
}
