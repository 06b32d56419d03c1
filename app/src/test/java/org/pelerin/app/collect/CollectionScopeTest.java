package org.pelerin.app.collect;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.pelerin.link.message.LoggerState;
import org.pelerin.link.message.MissionInfo;
import org.pelerin.link.message.PageTable;

class CollectionScopeTest {

    private static MissionInfo mission(int number) {
        return new MissionInfo(number, LoggerState.ENDED, 0, 1, List.of(new MissionInfo.Pages(0, 1)));
    }

    @Test
    void nothing_said_is_everything() {
        assertThat(CollectionScope.ALL.has(mission(7))).isTrue();
        assertThat(CollectionScope.ALL.has(PageTable.DISTURBANCES)).isTrue();
        assertThat(CollectionScope.of("", "")).isEqualTo(CollectionScope.ALL);
        assertThat(CollectionScope.ALL.words()).isEmpty();
    }

    @Test
    void what_is_kept_as_text_comes_back_and_is_told_in_order() {
        CollectionScope c = new CollectionScope(Set.of(12, 3), Set.of(PageTable.SECOND, PageTable.RECORDS));
        assertThat(c.missionsText()).isEqualTo("3 12");
        assertThat(c.tablesText()).isEqualTo("RECORDS SECOND");
        assertThat(CollectionScope.of(c.missionsText(), c.tablesText())).isEqualTo(c);
        assertThat(c.words()).isEqualTo("missions 3, 12; only records, second table");
        assertThat(c.has(mission(12))).isTrue();
        assertThat(c.has(mission(1))).isFalse();
        assertThat(c.has(PageTable.CHANGES)).isFalse();
    }
}
