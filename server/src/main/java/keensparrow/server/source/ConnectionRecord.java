package keensparrow.server.source;

/**
 * A connection as recorded; the secret is encrypted.
 *
 * @param host empty for an embedded database
 * @param database for H2 the name of a database in the warehouse folder
 */
record ConnectionRecord(
        String id,
        long ownerId,
        String name,
        ConnectionKind kind,
        String host,
        int port,
        String database,
        String username,
        String secret) {}
