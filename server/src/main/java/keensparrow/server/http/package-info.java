/**
 * What every route shares: who may call, failures as problem details, JSON, the description of the interface. No feature.
 */
@NullMarked
package keensparrow.server.http;

import org.jspecify.annotations.NullMarked;
