package inky.courier.drift;

import jakarta.persistence.LockModeType;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface SettingTaskRepository extends JpaRepository<SettingTask, UUID> {
    @Query("select t from SettingTask t where t.runId in :runs order by t.deviceName, t.id")
    List<SettingTask> of(Collection<UUID> runs);

    List<SettingTask> findByEndedAtIsNull();

    /** Nobody else's until the transaction ends: a task that begins is not stopped. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select t from SettingTask t where t.id = :id")
    Optional<SettingTask> hold(UUID id);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select t from SettingTask t where t.runId = :run and t.endedAt is null order by t.id")
    List<SettingTask> holdWaiting(UUID run);
}
