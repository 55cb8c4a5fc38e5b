package inky.courier.shelf;

import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface ShelfFolderRepository extends JpaRepository<ShelfFolder, UUID> {}
