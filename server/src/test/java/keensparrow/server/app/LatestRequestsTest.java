package keensparrow.server.app;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class LatestRequestsTest {
    private final LatestRequests latest = new LatestRequests();

    @Test
    void aNewerRequestStopsTheOlderOfItsPageAlone() {
        LatestRequests.Running other = latest.begin("b", 1L);
        LatestRequests.Running first = latest.begin("a", 1L);
        LatestRequests.Running second = latest.begin("a", 2L);
        assertThat(first.isStopped()).isTrue();
        assertThat(second.isStopped()).isFalse();
        assertThat(other.isStopped()).isFalse();
    }

    @Test
    void anOlderRequestThatComesLateDoesNotStopTheNewer() {
        LatestRequests.Running newer = latest.begin("a", 7L);
        LatestRequests.Running older = latest.begin("a", 6L);
        assertThat(newer.isStopped()).isFalse();
        assertThat(older.isStopped()).isTrue();
        latest.end("a", older);
        latest.begin("a", 8L); // the newer is still known, so that this one stops it
        assertThat(newer.isStopped()).isTrue();
    }

    @Test
    void withoutANumberTheLastToComeIsTheNewest() {
        LatestRequests.Running first = latest.begin("a", null);
        LatestRequests.Running second = latest.begin("a", null);
        assertThat(first.isStopped()).isTrue();
        assertThat(second.isStopped()).isFalse();
    }

    @Test
    void programsWithoutAPageStopNobody() {
        LatestRequests.Running first = latest.begin(null, null);
        latest.begin(null, null);
        assertThat(first.isStopped()).isFalse();
    }

    @Test
    void aRequestThatHasEndedIsForgotten() {
        LatestRequests.Running first = latest.begin("a", 9L);
        latest.end("a", first);
        assertThat(latest.begin("a", 1L).isStopped()).isFalse(); // a page that begins anew
        assertThat(first.isStopped()).isFalse();
    }
}
