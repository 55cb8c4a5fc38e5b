package inky.courier.mail;

import java.util.List;
import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface MailServerRepository extends JpaRepository<MailServer, UUID> {
    List<MailServer> findAllByOrderByName();
}
