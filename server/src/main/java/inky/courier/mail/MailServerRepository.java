package inky.courier.mail;

import java.util.UUID;
import org.springframework.data.jpa.repository.JpaRepository;

interface MailServerRepository extends JpaRepository<MailServer, UUID> {}
