export { CompanyRules } from './CompanyRules';
export { CompanySection } from './CompanySection';
export { CompanySections } from './CompanySections';
