package keensparrow.server.account;

import keensparrow.server.http.Caller;

/** A person who can sign in. */
public record Account(long id, String name, Caller.Role role) {}
