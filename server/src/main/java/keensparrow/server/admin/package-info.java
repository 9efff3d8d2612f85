/**
 * The server as its administrator and their programs see it: whether it is well, and its numbers.
 */
@NullMarked
package keensparrow.server.admin;

import org.jspecify.annotations.NullMarked;
