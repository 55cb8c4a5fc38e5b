package inky.courier.firmware;

import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface FirmwareRepository extends JpaRepository<Firmware, UUID> {}
