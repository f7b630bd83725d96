export * from './FieldPicture';
export * from './FormPicture';
export * from './GivesPicture';
export * from './InvertPicture';
export * from './ProtectionPicture';
export * from './SpillPicture';
