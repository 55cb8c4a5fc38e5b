package inky.courier.firmware;

import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface UpdateStepRepository extends JpaRepository<UpdateStep, UUID> {
    @Query("select s from UpdateStep s where s.updateId in :updates order by s.turn")
    List<UpdateStep> of(Collection<UUID> updates);

    List<UpdateStep> findByEndedAtIsNull();
}
