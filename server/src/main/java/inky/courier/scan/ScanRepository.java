package inky.courier.scan;

import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface ScanRepository extends JpaRepository<Scan, UUID> {}
