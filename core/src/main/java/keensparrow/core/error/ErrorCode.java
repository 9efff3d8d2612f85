package keensparrow.core.error;

/** Names of failures that programs may rely on: a code never changes its meaning. */
public enum ErrorCode {
    // what was sent does not fit
    INVALID_REQUEST,
    COLUMN_NOT_FOUND,
    TYPE_MISMATCH,
    EXPRESSION_SYNTAX,
    STEP_DOES_NOT_FIT,
    TOO_MANY_GROUPS,
    TOO_MUCH_ASKED,
    VIEW_NOT_FOUND,
    // files
    FILE_EMPTY,
    FILE_NO_ROWS,
    FILE_NOT_TEXT,
    FILE_NOT_READABLE,
    FILE_TOO_LARGE,
    FILE_SHAPES_DIFFER,
    UPLOAD_INCOMPLETE,
    DISK_FULL,
    MEMORY_FULL,
    VERSION_DOES_NOT_FIT,
    // queries
    QUERY_FAILED,
    QUERY_TIMEOUT,
    QUERY_NOT_READ_ONLY,
    CONNECTION_FAILED,
    // people
    SIGN_IN_NEEDED,
    SIGN_IN_FAILED,
    TOO_MANY_TRIES,
    NOT_ALLOWED,
    NOT_FOUND,
    CONFLICT,
    CANCELLED
}
