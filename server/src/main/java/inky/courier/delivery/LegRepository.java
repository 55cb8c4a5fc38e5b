package inky.courier.delivery;

import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface LegRepository extends JpaRepository<Leg, UUID> {}
