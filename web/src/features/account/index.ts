export { SetupPage } from './SetupPage';
export { SignInPage } from './SignInPage';
