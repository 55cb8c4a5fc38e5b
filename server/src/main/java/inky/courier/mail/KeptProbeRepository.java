package inky.courier.mail;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface KeptProbeRepository extends JpaRepository<KeptProbe, UUID> {
    Optional<KeptProbe> findFirstByServerIdOrderByAtDesc(UUID serverId);

    List<KeptProbe> findTop10ByServerIdOrderByAtDesc(UUID serverId);
}
