/**
 * People: accounts, signing in, tokens. Start at {@link keensparrow.server.account.AccountService}.
 */
@NullMarked
package keensparrow.server.account;

import org.jspecify.annotations.NullMarked;
