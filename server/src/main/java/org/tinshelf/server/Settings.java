package org.tinshelf.server;

import java.time.Duration;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * What an installation can set; files are paths, empty for none.
 *
 * @param demo a policy document to fill an empty estate with
 * @param administratorFile {@code name:password} of an account to make where it is missing
 * @param endpointsFile JSON object from firewall name to the URL it is managed at
 * @param trustFile PEM certificates that firewalls are verified against
 * @param identityFile PKCS #12 with the certificate Tin Shelf shows to firewalls; its password
 *     stands beside it in {@code FILE.password}
 * @param standingsEvery how often firewalls are asked what they hold
 * @param feedsDirectory where feeds that are files are read from
 * @param lookupsEvery how often feeds and domain names are looked up
 */
@ConfigurationProperties("tinshelf")
public record Settings(
    String demo,
    String administratorFile,
    String endpointsFile,
    String trustFile,
    String identityFile,
    Duration standingsEvery,
    String feedsDirectory,
    Duration lookupsEvery) {}
