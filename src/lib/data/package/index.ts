/** Public interface of packages. */
export { makePackage, PACKAGE_FORMAT } from './make';
export {
	looksLikePackage,
	planPackage,
	readPackage,
	takePackage,
	type Fate,
	type PackagePlan,
	type PackageRow
} from './take';
