import { fitApi } from './fitApi';
import { serve } from './serve';

serve(fitApi);
