/**
 * Made-up data of Duskline, an invented operator of sleeper trains, and the calls that put it into a running server.
 * Start at {@link keensparrow.demo.Main}.
 */
@NullMarked
package keensparrow.demo;

import org.jspecify.annotations.NullMarked;
