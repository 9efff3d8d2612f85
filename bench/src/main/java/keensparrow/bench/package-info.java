/**
 * Speed, as ratios to H2 doing the same work in the same run. Start at {@link keensparrow.bench.Interactions} (a page
 * end to end) or {@link keensparrow.bench.KernelBenchmark} (JMH).
 */
package keensparrow.bench;
