/**
 * What is wrong with a stack: findings, each with its proof.
 *
 * <p>The kinds follow E. Al-Shaer and H. Hamed, "Modeling and management of firewall policies",
 * IEEE TNSM 1 (2004), lifted from pairs of rules to unions; complete redundancy detection follows
 * A. X. Liu and M. G. Gouda, "Complete redundancy removal for packet classifiers in TCAMs", IEEE
 * TPDS 21 (2010).
 */
package org.tinshelf.core.findings;
