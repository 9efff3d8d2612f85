package keensparrow.server.store;

/** The database or the disk does not do its part. Nobody can mend it from a page. */
public final class StoreException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    public StoreException(String message, Throwable cause) {
        super(message, cause);
    }
}
