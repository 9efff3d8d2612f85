package keensparrow.server.account;

import keensparrow.server.http.Caller;

/**
 * A person who can sign in.
 *
 * @param disabled cannot sign in until enabled again; nothing of theirs is touched
 */
public record Account(long id, String name, Caller.Role role, boolean disabled) {}
