/**
 * The install tree of an application for one platform: programs with their start scripts,
 * libraries, settings, a carried runtime, and what else it holds. Deliverables that install
 * something are laid out from it.
 */
package zugabe.core.install;
