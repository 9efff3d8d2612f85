package keensparrow.server.memory;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import keensparrow.core.error.ErrorCode;
import keensparrow.core.error.UserException;
import org.junit.jupiter.api.Test;

class MemoryWatchTest {
    @Test
    void whatSurelyWillNotFitIsRefusedBeforeItBegins() {
        try (MemoryWatch memory = new MemoryWatch()) {
            assertThatCode(() -> memory.requireRoom(1 << 20)).doesNotThrowAnyException();
            long heap = Runtime.getRuntime().maxMemory();
            assertThatThrownBy(() -> memory.requireRoom(heap)).isInstanceOfSatisfying(UserException.class, e -> {
                assertThat(e.code()).isEqualTo(ErrorCode.MEMORY_FULL);
                assertThat(e.text()).contains("Nothing was changed");
            });
            assertThat(memory.isTight()).isFalse();
        }
    }
}
