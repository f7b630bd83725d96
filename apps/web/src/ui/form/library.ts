export { zodResolver } from '@hookform/resolvers/zod';
export { useController, useForm, useWatch } from 'react-hook-form';
