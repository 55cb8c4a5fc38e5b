package inky.courier.connection;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface KeptProbeRepository extends JpaRepository<KeptProbe, UUID> {
    Optional<KeptProbe> findFirstByRouteIdOrderByAtDesc(UUID routeId);

    List<KeptProbe> findTop20ByRouteIdOrderByAtDesc(UUID routeId);

    void deleteByRouteId(UUID routeId);
}
