package keensparrow.core.engine.cache;

import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Supplier;
import java.util.function.ToLongFunction;
import org.jspecify.annotations.Nullable;

/** Keeps what was used last, up to a total weight. Safe for several threads; a value may be made twice. */
public final class LruCache<K, V> {
    private final long maxWeight;
    private final ToLongFunction<V> weigher;
    private final Map<K, V> entries = new LinkedHashMap<>(16, 0.75f, true);
    private long weight;

    public LruCache(long maxWeight, ToLongFunction<V> weigher) {
        this.maxWeight = maxWeight;
        this.weigher = weigher;
    }

    public V get(K key, Supplier<V> make) {
        V known = find(key);
        if (known != null) {
            return known;
        }
        V made = make.get(); // outside the lock: others go on meanwhile
        synchronized (entries) {
            V others = entries.get(key);
            if (others != null) {
                return others; // who goes on with it finds what they did
            }
            put(key, made);
        }
        return made;
    }

    @Nullable
    public V find(K key) {
        synchronized (entries) {
            return entries.get(key);
        }
    }

    public void put(K key, V value) {
        synchronized (entries) {
            V before = entries.put(key, value);
            weight += weigher.applyAsLong(value) - (before == null ? 0 : weigher.applyAsLong(before));
            Iterator<V> oldest = entries.values().iterator();
            while (weight > maxWeight && entries.size() > 1) {
                weight -= weigher.applyAsLong(oldest.next());
                oldest.remove();
            }
        }
    }

    public long weight() {
        synchronized (entries) {
            return weight;
        }
    }
}
