package keensparrow.core.engine.cache;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

/** What is kept. */
class LruCacheTest {
    @Test
    void whatIsKeptStaysWithinItsWeight() {
        LruCache<String, String> kept = new LruCache<>(10, String::length);
        kept.put("a", "four");
        kept.put("b", "four");
        assertThat(kept.find("a")).isEqualTo("four"); // used again: b goes first
        kept.put("c", "four");
        assertThat(kept.find("b")).isNull();
        assertThat(kept.weight()).isEqualTo(8);
        kept.put("c", "six666");
        assertThat(kept.weight()).isEqualTo(10);
        kept.put("d", "more than all of it");
        assertThat(kept.find("d")).isNotNull();
        assertThat(kept.find("a")).isNull();
        assertThat(kept.get("e", () -> "made")).isEqualTo("made");
    }
}
