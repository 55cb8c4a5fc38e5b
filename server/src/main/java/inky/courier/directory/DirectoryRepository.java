package inky.courier.directory;

import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface DirectoryRepository extends JpaRepository<Directory, UUID> {}
