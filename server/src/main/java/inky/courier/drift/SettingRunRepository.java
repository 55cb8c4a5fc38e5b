package inky.courier.drift;

import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface SettingRunRepository extends JpaRepository<SettingRun, UUID> {
    @Query("select r from SettingRun r order by r.orderedAt desc, r.id")
    List<SettingRun> latest(Limit limit);

    /** Its tasks go with it. */
    @Modifying
    @Query("delete from SettingRun r where r.dueAt < :before and not exists "
            + "(select t from SettingTask t where t.runId = r.id and t.endedAt is null)")
    void removeBefore(Instant before);
}
